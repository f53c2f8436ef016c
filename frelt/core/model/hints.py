"""The types of the fields of the document, found once for each type."""

from functools import cache
from inspect import get_annotations
from typing import Any, get_type_hints

from msgspec import Struct

BARE = (object, Struct)  # of which every type is one, and which have no fields


@cache
def hints_of(cls: type[Struct]) -> dict[str, Any]:
    """The type of every field, as `typing.get_type_hints` with its extras tells it; that much slower only where one is text."""
    own = {name: hint for base in reversed(cls.__mro__) if base not in BARE for name, hint in get_annotations(base).items()}
    if any(isinstance(hint, str) for hint in own.values()):
        own = get_type_hints(cls, include_extras=True)
    return {f: own[f] for f in cls.__struct_fields__}
