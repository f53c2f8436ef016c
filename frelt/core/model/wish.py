"""What the customer asks for and stays asked for."""

from typing import Literal

from ..base.value import Mass, Metres, Text, Value
from .names import MaybeItem, OnDeck


class Wish(Value, frozen=True, kw_only=True):
    """What the customer asks for and stays asked for; a deck of None is the main deck.

    kind: `note` is judged by eye (kept); `keep clear` keeps a rectangle of the deck free; `stands in` wants an item
    inside it; `later` keeps it free for something of a mass [kg] that comes later, and every limit good for it.
    u0, v0, u1, v1: the rectangle, in the deck's own axes [m].
    """

    text: Text
    kind: Literal["note", "keep clear", "stands in", "later"] = "note"
    deck: OnDeck | None = None
    u0: Metres = 0.0
    v0: Metres = 0.0
    u1: Metres = 0.0
    v1: Metres = 0.0
    item: MaybeItem | None = None
    mass: Mass = 0.0
    kept: bool | None = None
