"""Results kept by holding the values they came from and comparing with `is`."""

from collections import OrderedDict
from collections.abc import Callable
from typing import Generic, TypeVar

T = TypeVar("T")


class Memo(Generic[T]):
    """Remembers one result a key for as long as the very same values ask for it.

    Values are immutable, so a result is good while its inputs are the same objects.
    """

    def __init__(self, most: int = 2048) -> None:
        self._kept: OrderedDict[object, tuple[tuple[object, ...], T]] = OrderedDict()
        self._most = most

    def get(self, key: object, inputs: tuple[object, ...], make: Callable[[], T]) -> T:
        """The result kept under key if it was made from these inputs, else a new one."""
        kept = self._kept.get(key)
        if kept is not None and all(a is b for a, b in zip(kept[0], inputs, strict=True)):
            return kept[1]
        made = make()
        self._kept[key] = (inputs, made)
        self._kept.move_to_end(key)
        if len(self._kept) > self._most:
            self._kept.popitem(last=False)
        return made
