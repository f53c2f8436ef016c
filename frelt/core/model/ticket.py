"""What a scale said: readings as printed, and the rig as it stood on it, kept as it was."""

from typing import Annotated, Literal

from msgspec import Meta

from ..base.figure import Figure
from ..base.value import Length, Mass, Metres, Share, Text, Value
from .item import Face, Quarter
from .names import LocalId, RecordedName, RecordedRig, Weighed


class Reading(Value, frozen=True, kw_only=True):
    """One weight off a scale [kg]. stood: what was on the plate (axle ids, `axle/left`, `coupler`, `jack`).

    resolution: its step [kg].  printed, unit: its digits as they stood there.  own: ± of the scale itself, beside its step [kg].
    height: of the plate's top over the ground the other wheels stood on [m].  at: station of a tongue that was read elsewhere [m].
    """

    stood: Annotated[tuple[Weighed, ...], Meta(min_length=1, max_length=12)]
    value: Mass
    resolution: Mass = 10.0
    printed: Text = ""
    unit: Literal["lb", "kg"] = "lb"
    own: Mass = 0.0
    height: Length = 0.0
    at: Metres | None = None


class Stood(Value, frozen=True, kw_only=True):
    """A thing that was aboard: what it was called, where it then stood, what was counted for it dry [kg]."""

    name: Text
    mass: Figure
    deck: RecordedName
    u: Metres
    v: Metres
    off: Metres = 0.0
    turns: Quarter = 0
    face: Face = "bottom"


class Rode(Value, frozen=True, kw_only=True):
    """Somebody who was aboard. mass: [kg].  x, y, z: in the carrier's frame [m]."""

    mass: Figure
    carrier: RecordedName
    x: Metres
    y: Metres = 0.0
    z: Metres = 1.0


class Ticket(Value, frozen=True, kw_only=True):
    """A weighing, kept raw and never edited. when: ISO date.  aboard: fills and people in words.

    things: everything that was aboard, by its id then; None where nobody kept that, so that it cannot be compared.
    fills: by `item/part` then, shares.  hitched: whether the trailer stood on the vehicle, else on its jack.
    scale: what it was read from.  gain: ± of that scale as a share of what it reads.
    """

    id: LocalId
    rig: RecordedRig
    when: Text
    place: Text = ""
    readings: tuple[Reading, ...]
    aboard: Text = ""
    note: Text = ""
    names: dict[RecordedName, Text] = {}
    things: dict[RecordedName, Stood] | None = None
    fills: dict[RecordedName, Share] = {}
    people: tuple[Rode, ...] = ()
    hitched: bool = True
    scale: Text = ""
    gain: Share = 0.002


MendKind = Literal["set aside", "read as", "swapped", "fill", "not hitched", "hitched", "aboard too", "not aboard"]


class Mend(Value, frozen=True, kw_only=True):
    """What was agreed to be wrong with a ticket; the ticket itself stays as it was.

    readings: which, by number.  value: what is taken for the reading [kg], or for the fill of a tank.  what: the tank or thing, by id.
    stood: of a thing that was aboard already, where it then was.
    """

    kind: MendKind
    readings: tuple[Annotated[int, Meta(ge=0, le=99)], ...] = ()
    value: Annotated[float, Meta(ge=0, le=1e6)] | None = None
    what: RecordedName = ""
    stood: Stood | None = None


class Weighing(Value, frozen=True, kw_only=True):
    """A ticket as this rig uses it. mends: what was agreed to be wrong with it.  counts: whether it is used."""

    ticket: Ticket
    mends: tuple[Mend, ...] = ()
    counts: bool = True
