"""Results kept by holding the values they came from and comparing with `is`, in an object that is passed.

`Kept` holds them: one for the window's own thread, one for each search beside it, none shared, so nothing needs a lock. A module
only names what it keeps (`Memo`, `Each`), and asks for it with the `Kept` it was handed.
"""

from collections import OrderedDict
from collections.abc import Callable, Sequence
from operator import is_
from typing import Any, Generic, TypeVar

T = TypeVar("T")
A = TypeVar("A")
B = TypeVar("B")


class Kept:
    """Everything that one thread keeps. Not to be used by two at once."""

    def __init__(self) -> None:
        self._of: dict[object, OrderedDict[object, Any]] = {}
        self._others: tuple[tuple[tuple[Sequence[object], ...], tuple[int, ...]], ...] = ()

    def of(self, name: object) -> "OrderedDict[object, Any]":
        """What is kept under a name, by key, the oldest first."""
        found = self._of.get(name)
        if found is None:
            found = self._of[name] = OrderedDict()
        return found

    def others(self, p: Sequence[object], q: Sequence[object], a: Sequence[object], b: Sequence[object]) -> tuple[int, ...]:
        """Where a differs from p or b from q, four lists of one length; what many ask of one edit is found once."""
        for four, found in self._others:
            if four[0] is p and four[1] is q and four[2] is a and four[3] is b:
                return found
        found = tuple(n for n, same in enumerate(map(is_, a, p)) if not (same and b[n] is q[n]))
        self._others = (((p, q, a, b), found), *self._others[:3])
        return found

    def forget(self) -> None:
        """Drop everything, as at the start of the program."""
        self._of.clear()
        self._others = ()


class Memo(Generic[T]):
    """Names results of which one a key is kept for as long as the very same values ask for it.

    Values are immutable, so a result is good while its inputs are the same objects. The oldest
    key goes first where there are too many.
    """

    def __init__(self, most: int = 2048, same: Callable[[object, object], bool] = is_) -> None:
        """same: `operator.eq` where a value made anew may be what it was before."""
        self._most, self._same = most, same

    def get(self, kept: Kept, key: object, inputs: tuple[object, ...], make: Callable[[], T]) -> T:
        """The result kept under key if it was made from these inputs, else a new one."""
        own = kept.of(self)
        found: tuple[tuple[object, ...], T] | None = own.get(key)
        if found is not None and all(map(self._same, found[0], inputs)):
            return found[1]
        made = make()
        own[key] = (inputs, made)
        if len(own) > self._most:
            own.popitem(last=False)
        return made


class Each(Generic[T]):
    """Names results of which one for each member of a list is kept; only those whose inputs are others now are made anew.

    An edit touches one or two items of many; all the rest are found in one sweep.
    """

    def __init__(self, most: int = 16) -> None:
        self._most = most

    def get(
        self, kept: Kept, key: object, a: Sequence[A], b: Sequence[B], make: Callable[[A, B], T], also: tuple[object, ...] = ()
    ) -> list[T]:
        """The results of make for each pair of members of two lists, which are as long as each other.

        also: what else they depend on, all of them.  The list is kept: it is not to be changed.
        """
        own = kept.of(self)
        old: tuple[Sequence[A], Sequence[B], list[T], tuple[object, ...]] | None = own.get(key)
        if old is None or len(old[3]) != len(also) or not all(map(is_, old[3], also)):
            found = [make(x, y) for x, y in zip(a, b, strict=True)]
        elif len(old[2]) == len(a):
            found = list(old[2])
            for n in kept.others(old[0], old[1], a, b):
                found[n] = make(a[n], b[n])
        else:
            by = {(id(p), id(q)): r for p, q, r in zip(old[0], old[1], old[2], strict=True)}
            found = [by[id(x), id(y)] if (id(x), id(y)) in by else make(x, y) for x, y in zip(a, b, strict=True)]
        own[key] = (a, b, found, also)
        if len(own) > self._most:
            own.popitem(last=False)
        return found
