"""Plates on which 0 was typed: no plate says so, it is what people write for one they have not found."""

from functools import cache
from types import UnionType
from typing import Annotated, Any, Literal, TypeVar, Union, get_args, get_origin

from msgspec import Struct
from msgspec.structs import replace

from ..base.figure import NOT_RATED, Figure
from .bounds import hints_of, things_in

S = TypeVar("S", bound=Struct)


def without_zeros(value: S, path: str = "$") -> tuple[S, tuple[str, ...]]:
    """A value of the document in which ratings of 0 are unread, and the paths of those; the very same object without any."""
    found: list[str] = []
    return _mended(value, path, found), tuple(found)


def _mended(value: Struct, path: str, found: list[str]) -> Any:
    changed: dict[str, Any] = {}
    for name, is_rating in _fields(type(value)):
        own, where = getattr(value, name), f"{path}.{name}"
        if is_rating:
            if isinstance(own, Figure) and own.value <= 0:
                found.append(where)
                changed[name] = None
        elif isinstance(own, tuple):
            made = tuple(_mended(one, f"{where}[{n}]", found) for n, one in enumerate(own))
            if any(a is not b for a, b in zip(made, own, strict=True)):
                changed[name] = made
        elif isinstance(own, Struct) and (made_one := _mended(own, where, found)) is not own:
            changed[name] = made_one
    return replace(value, **changed) if changed else value


@cache
def _fields(cls: type[Struct]) -> tuple[tuple[str, bool], ...]:
    """The fields of a type that are ratings, or lead to some; which of both."""
    listed = [(f, _is_rating(hint), hint) for f, hint in hints_of(cls).items()]
    return tuple((f, own) for f, own, hint in listed if own or any(_fields(t) for t in things_in(hint) if t is not cls))


def _is_rating(hint: Any) -> bool:
    hint = get_args(hint)[0] if get_origin(hint) is Annotated else hint
    return get_origin(hint) in (Union, UnionType) and Literal[NOT_RATED] in get_args(hint)
