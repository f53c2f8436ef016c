"""Results kept by holding the values they came from and comparing with `is`."""

from collections import OrderedDict
from collections.abc import Callable
from operator import is_
from typing import Any, Generic, TypeVar

T = TypeVar("T")
_all: "list[Memo[Any]]" = []


def forget_all() -> None:
    """Drop every result kept anywhere, as at the start of the program."""
    for one in _all:
        one.forget()


class Memo(Generic[T]):
    """Remembers one result a key for as long as the very same values ask for it.

    Values are immutable, so a result is good while its inputs are the same objects. The oldest
    key goes first where there are too many.
    """

    def __init__(self, most: int = 2048) -> None:
        _all.append(self)
        self._kept: OrderedDict[object, tuple[tuple[object, ...], T]] = OrderedDict()
        self._most = most

    def forget(self) -> None:
        """Drop everything kept."""
        self._kept.clear()

    def get(self, key: object, inputs: tuple[object, ...], make: Callable[[], T]) -> T:
        """The result kept under key if it was made from these inputs, else a new one."""
        kept = self._kept.get(key)
        if kept is not None and all(map(is_, kept[0], inputs)):
            return kept[1]
        made = make()
        self._kept[key] = (inputs, made)
        if len(self._kept) > self._most:
            self._kept.popitem(last=False)
        return made
