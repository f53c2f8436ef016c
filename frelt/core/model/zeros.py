"""Plates on which 0 was typed: no plate says so, it is what people write for one they have not found."""

from types import UnionType
from typing import Annotated, Any, Literal, TypeVar, Union, get_args, get_origin

from msgspec import Struct
from msgspec.structs import replace

from ..base.figure import NOT_RATED, Figure
from .hints import hints_of

S = TypeVar("S", bound=Struct)
PLAIN = frozenset((str, float, int, bool, type(None)))  # what most fields hold, and no figure is


def without_zeros(value: S, path: str = "$") -> tuple[S, tuple[str, ...]]:
    """A value of the document in which ratings of 0 are unread, and the paths of those; the very same object without any."""
    found: list[str] = []
    return _mended(value, found), tuple(f"{path}{where}" for where in found)


def _mended(value: Struct, found: list[str]) -> Any:
    """The value mended; found gets the paths from it. Types are looked at only where a figure is 0, since nearly none is."""
    changed: dict[str, Any] = {}
    for name in value.__struct_fields__:
        own = getattr(value, name)
        if type(own) in PLAIN:
            continue
        if isinstance(own, Figure):
            if own.value <= 0 and _is_rating(hints_of(type(value))[name]):
                found.append(f".{name}")
                changed[name] = None
        elif isinstance(own, Struct):
            made_one = _below(own, f".{name}", found)
            if made_one is not own:
                changed[name] = made_one
        elif isinstance(own, tuple) and own and isinstance(own[0], Struct):
            made = tuple(_below(one, f".{name}[{n}]", found) for n, one in enumerate(own))
            if any(a is not b for a, b in zip(made, own, strict=True)):
                changed[name] = made
    return replace(value, **changed) if changed else value


def _below(value: Any, where: str, found: list[str]) -> Any:
    inner: list[str] = []
    made = _mended(value, inner)
    found += [where + rest for rest in inner]
    return made


def _is_rating(hint: Any) -> bool:
    hint = get_args(hint)[0] if get_origin(hint) is Annotated else hint
    return get_origin(hint) in (Union, UnionType) and Literal[NOT_RATED] in get_args(hint)
