"""Lines and what stands in them: hoses and pipes from port to port, fittings, and the sets of tips a crew keeps.

Lines and fittings are lists of their own, never numbered things of the plan; only what a hand works has a place.
"""

from typing import Annotated, Literal, get_args

from msgspec import Meta

from ..base.figure import Figure, Rating
from ..base.value import Length, Metres, Share, Text, Value
from .item import Placement
from .liquid import Liquid
from .names import FittingId, FittingName, LineId, LocalId, PortAt, SomeItem

FittingKind = FittingName  # of one of `core.fitting`
Material = Literal[
    "",
    "braided PVC hose",
    "clear PVC hose",
    "rubber suction hose",
    "agricultural spray hose",
    "fuel hose",
    "steel braid hose",
    "textile braid hose",
    "polyethylene tube",
    "PVC pipe",
    "stainless pipe",
]
HoseColor = Literal["", "black", "blue", "red", "yellow", "green", "gray", "clear", "white"]
COLORS: tuple[HoseColor, ...] = tuple(c for c in get_args(HoseColor) if c)


class Fitting(Value, frozen=True, kw_only=True):
    """What stands in a line or at its end. bore: of its way [m].  mass: [kg], by kind and bore where None.

    stands: how its handle stands now, a share: of a valve how far it is open; of a three-way valve 0 for its first way, 1 for its
    second, 0.5 for both; of a gun the share of time its trigger is held; of a remote valve 1 while it is energised.
    figures: what is known of it beside its bore, by name (see `core.fitting`), SI units.  turn: how a three-way valve is bored.
    tips: numbers of the nozzles in it.  place: where a hand reaches it; along its line where None.
    """

    id: FittingId
    kind: FittingKind
    name: Text = ""
    bore: Length = 0.0127
    stands: Share = 1.0
    turn: Literal["L", "T"] = "L"
    tips: Annotated[tuple[Annotated[float, Meta(gt=0, le=200)], ...], Meta(max_length=8)] = ()
    figures: dict[Text, Figure] = {}
    place: Placement | None = None
    mass: Figure | None = None
    note: Text = ""


class Line(Value, frozen=True, kw_only=True):
    """A hose or pipe between two ports (`item/part` or `fitting/port`). bore: inside [m].

    length: [m] where it was typed; its route with its slack where None.  via: points it goes by, in its carrier's frame [m].
    below: it runs under the floor.  rating: working pressure [Pa].  holds: what stands in it when nothing flows, where it is not what its tank gives (see `hangs_together`).
    """

    id: LineId
    start: PortAt
    end: PortAt
    bore: Annotated[float, Meta(gt=0, le=1)] = 0.0127
    length: Annotated[float, Meta(ge=0, le=1000)] | None = None
    slack: Share = 0.05
    via: Annotated[tuple[tuple[Metres, Metres, Metres], ...], Meta(max_length=40)] = ()
    below: bool = False
    material: Material = ""
    color: HoseColor = ""
    rating: Rating = None
    holds: Liquid | None = None
    name: Text = ""
    note: Text = ""


class TipSet(Value, frozen=True, kw_only=True):
    """A marked set of nozzles for a machine and a number of guns. made: whether it lies in the box, else it is still owed."""

    id: LocalId
    name: Text
    machine: SomeItem
    guns: Annotated[int, Meta(ge=1, le=4)] = 1
    numbers: Annotated[tuple[Annotated[float, Meta(gt=0, le=200)], ...], Meta(min_length=1, max_length=16)]
    made: bool = False


class Plumbing(Value, frozen=True, kw_only=True):
    """All lines of a rig. running: machines and pumps that run as it is looked at now."""

    lines: tuple[Line, ...] = ()
    fittings: tuple[Fitting, ...] = ()
    running: tuple[SomeItem, ...] = ()
    sets: tuple[TipSet, ...] = ()

    def fitting(self, fitting_id: str) -> Fitting | None:
        """The fitting of that id, if there is one."""
        return next((f for f in self.fittings if f.id == fitting_id), None)

    def line(self, line_id: str) -> Line | None:
        """The line of that id, if there is one."""
        return next((x for x in self.lines if x.id == line_id), None)
