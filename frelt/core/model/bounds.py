"""The bounds of every field, held for what an edit changed: what cannot be written cannot be made.

A file is held to the same bounds where it is read (`formats.strict`). Here only what is not the same object as before is looked at,
so that an edit costs what it changes.
"""

import re
from collections.abc import Sequence
from types import UnionType
from typing import Annotated, Any, Union, get_args, get_origin

import msgspec
from msgspec import Meta, Struct

from ..base.refusal import bound_in_words
from ..base.value import BadInput
from .hints import hints_of


def check_bounds(after: Struct, before: Struct | None, path: str = "$") -> None:
    """Raises BadInput at the first field that is not within the bounds of its type, with its path. before: what stood there."""
    known = before if type(before) is type(after) else None
    for name, hint in hints_of(type(after)).items():
        value, old = getattr(after, name), getattr(known, name, None)
        if value is not old or known is None:
            _check(value, old, hint, f"{path}.{name}")


def _check(value: Any, old: Any, hint: Any, path: str) -> None:
    things = things_in(hint)
    if isinstance(value, Struct) and type(value) in things:
        check_bounds(value, old, path)
    elif isinstance(value, tuple) and value and all(type(one) in things for one in value):
        _counted(value, hint, path)
        _each(value, old if isinstance(old, tuple) else (), path)
    else:
        _leaf(value, hint, path)


def things_in(hint: Any) -> tuple[type[Struct], ...]:
    """The types of things that a field holds, one or several; what is only looked up by name is none."""
    if isinstance(hint, type):
        return (hint,) if issubclass(hint, Struct) else ()
    inside = get_args(hint)[:1] if get_origin(hint) is Annotated else get_args(hint)
    listed = get_origin(hint) in (Annotated, Union, UnionType, tuple)
    return tuple(t for part in inside for t in things_in(part)) if listed else ()


def _each(value: Sequence[Struct], old: Sequence[Struct], path: str) -> None:
    """The members of a list, each beside the one that stood in its place, or, where one was added or taken, the one of its id."""
    if len(value) == len(old):
        for n, (one, was) in enumerate(zip(value, old, strict=True)):
            if one is not was:
                check_bounds(one, was, f"{path}[{n}]")
        return
    same = {id(o) for o in old}
    for n, one in enumerate(value):
        if id(one) not in same:
            check_bounds(one, None, f"{path}[{n}]")


def _counted(value: Sequence[Struct], hint: Any, path: str) -> None:
    for meta in get_args(hint)[1:] if get_origin(hint) is Annotated else ():
        if isinstance(meta, Meta) and meta.max_length is not None and len(value) > meta.max_length:
            raise BadInput(path, f"{len(value)} of them", f"at most {meta.max_length}")


def _leaf(value: Any, hint: Any, path: str) -> None:
    """What is no list of things, written and read again as in a file."""
    try:
        again = msgspec.json.decode(msgspec.json.encode(value), type=hint)
    except msgspec.ValidationError as err:
        raise BadInput(path, seen(value), bound_in_words(str(err), _unit(hint))) from None
    except UnicodeEncodeError:
        raise BadInput(path, "half of a character", "text that can be written down") from None
    except (OverflowError, RecursionError):
        raise BadInput(path, "a number out of all bounds", "a figure of this world") from None
    if again != value:
        raise BadInput(path, seen(value), "what reads back the same")


def seen(value: Any) -> str:
    """A value in a few words."""
    if isinstance(value, float):
        return f"{value:,.6g}"
    text = str(value)
    return f"“{text}”" if len(text) <= 40 else f"{len(text):,} characters beginning “{text[:20]}”"


def _unit(hint: Any) -> str:
    """The unit that a field's type names, with a space before it; nothing where it names none."""
    for part in (hint, *get_args(hint)):
        for meta in get_args(part)[1:] if get_origin(part) is Annotated else ():
            found = re.match(r"\[(.*)\]", (isinstance(meta, Meta) and meta.description) or "")
            if found:
                return f" {found[1]}"
    return ""
