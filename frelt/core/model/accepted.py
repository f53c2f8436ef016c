"""A finding that somebody has looked at and accepted for this rig, and why."""

from typing import Annotated, Literal

from msgspec import Meta

from ..base.value import Metres, Text, Value
from .names import FoundCheck, FoundItem, SomeItem

Stood = tuple[Metres, Metres, Metres, Metres, Metres, Metres]


class Accepted(Value, frozen=True, kw_only=True):
    """check: the finding's id, `{}` in the place of each item's.  items: those, in that order.

    stood: where each of them stood and how large it was: station, side, height, length, width, height [m].
    margin, load: of the check when it was accepted, in its own unit; None where it had none.  because, on: why, and the date.
    status, side, level: as they were; None where a version before 6 did not keep them.  by: what else it came from, such as the
    thing in the way.  causes: the same for what is no thing, as keys.
    """

    check: FoundCheck
    items: tuple[FoundItem, ...] = ()
    stood: tuple[Stood, ...] = ()
    margin: float | None = None
    load: float | None = None
    status: Literal["over", "likely over", "unknown", "tight"] | None = None
    side: Literal["high", "low"] | None = None
    level: Literal["broken", "danger", "law", "advice", "wish"] | None = None
    by: tuple[SomeItem, ...] = ()
    causes: tuple[Text, ...] = ()
    because: Annotated[Text, Meta(min_length=1)]
    on: Text = ""
