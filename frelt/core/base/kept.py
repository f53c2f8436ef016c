"""Results kept by holding the values they came from and comparing with `is`."""

from collections import OrderedDict
from collections.abc import Callable, Sequence
from operator import is_
from typing import Any, Generic, TypeVar

T = TypeVar("T")
A = TypeVar("A")
B = TypeVar("B")
_all: "list[Memo[Any] | Each[Any]]" = []


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


class Each(Generic[T]):
    """Remembers one result for each member of a list, and makes anew only those whose inputs are others now.

    An edit touches one or two items of many; all the rest are found in one sweep.
    """

    def __init__(self, most: int = 16) -> None:
        _all.append(self)
        self._kept: OrderedDict[object, tuple[Sequence[object], Sequence[object], list[T], tuple[object, ...]]] = OrderedDict()
        self._most = most

    def forget(self) -> None:
        """Drop everything kept."""
        self._kept.clear()

    def get(
        self, key: object, a: Sequence[A], b: Sequence[B], make: Callable[[A, B], T], also: tuple[object, ...] = ()
    ) -> list[T]:
        """The results of make for each pair of members of two lists, which are as long as each other.

        also: what else they depend on, all of them.  The list is kept: it is not to be changed.
        """
        kept = self._kept.get(key)
        if kept is None or len(kept[3]) != len(also) or not all(map(is_, kept[3], also)):
            found = [make(x, y) for x, y in zip(a, b, strict=True)]
        elif len(kept[2]) == len(a):
            found = [
                r if x is p and y is q else make(x, y) for x, y, p, q, r in zip(a, b, kept[0], kept[1], kept[2], strict=True)
            ]
        else:
            old = {(id(p), id(q)): r for p, q, r in zip(kept[0], kept[1], kept[2], strict=True)}
            found = [old[id(x), id(y)] if (id(x), id(y)) in old else make(x, y) for x, y in zip(a, b, strict=True)]
        self._kept[key] = (a, b, found, also)
        if len(self._kept) > self._most:
            self._kept.popitem(last=False)
        return found
