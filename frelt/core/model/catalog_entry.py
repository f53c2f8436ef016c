"""What a catalog holds: equipment ready to be placed, and chassis."""

from ..base.value import Text, Value
from .carrier import Carrier
from .item import Item


class Entry(Value, frozen=True, kw_only=True):
    """A catalog entry: an item ready to be placed, and the words it is also found by.

    carries: what stands on it and is placed with it.  own: kept in the shop's library.
    """

    item: Item
    words: Text = ""
    carries: tuple[Item, ...] = ()
    own: bool = False


class Chassis(Value, frozen=True, kw_only=True):
    """A chassis: a class of them, whose ratings are only typical, or one of the shop's own.

    own: kept in the shop's library.
    """

    id: Text
    name: Text
    carrier: Carrier
    words: Text = ""
    own: bool = False
