"""A finding that somebody has looked at and accepted for this rig, and why."""

from typing import Annotated

from msgspec import Meta

from ..base.value import Metres, Text, Value
from .names import FoundCheck, FoundItem

Stood = tuple[Metres, Metres, Metres, Metres, Metres, Metres]


class Accepted(Value, frozen=True, kw_only=True):
    """check: the finding's id, `{}` in the place of each item's.  items: those, in that order.

    stood: where each of them stood and how large it was: station, side, height, length, width, height [m].
    margin: of the check when it was accepted, in its own unit; None where it had none.  because, on: why, and the date.
    """

    check: FoundCheck
    items: tuple[FoundItem, ...] = ()
    stood: tuple[Stood, ...] = ()
    margin: float | None = None
    because: Annotated[Text, Meta(min_length=1)]
    on: Text = ""
