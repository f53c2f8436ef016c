"""A day of real acts: what is done when, with what."""

from typing import Annotated, Literal

from msgspec import Meta

from ..base.constants import GARDEN_TAP, WALL_STRENGTH
from ..base.value import Share, Text, Value
from .names import ActTank, FillOf, HandleOf, LocalId, SomeItem

ActKind = Literal["drive", "fill", "wash", "soft wash", "rinse", "dump", "refuel", "wait"]
Seconds = Annotated[float, Meta(ge=0, le=172_800)]
DRAWING: tuple[ActKind, ...] = ("wash", "soft wash", "rinse")


class Act(Value, frozen=True, kw_only=True):
    """One thing done. start, length: [s] from midnight.  lane: which operator.  distance: driven [m].

    tank: what is filled, dumped, refueled or drawn from, `item/part`; the first that fits if empty.  flow: of the tap,
    [m³/s].  uses: machines and pumps that run, all that fit if empty.  duty: share of the time the trigger is held.
    strength: of SH on the wall, a share.  to: share up to which a tank is filled.
    sets: what machines, triggers and handles of its station stand at while it lasts, by id (see `Fitting.stands`).
    """

    id: LocalId
    kind: ActKind
    name: Text = ""
    start: Seconds
    length: Seconds
    lane: Annotated[int, Meta(ge=0, le=3)] = 0
    distance: Annotated[float, Meta(ge=0, le=5e6)] = 0.0
    tank: ActTank = ""
    flow: Annotated[float, Meta(ge=0, le=1)] = GARDEN_TAP
    uses: Annotated[tuple[SomeItem, ...], Meta(extra={"least": 1})] = ()
    duty: Share = 1.0
    strength: Share = WALL_STRENGTH
    to: Share = 1.0
    sets: dict[HandleOf, Share] = {}

    @property
    def end(self) -> float:
        """When it ends [s]."""
        return self.start + self.length


class Day(Value, frozen=True, kw_only=True):
    """Acts of a day, and what is aboard when it begins, shares by `item/part`; a tank not named is drawn down.

    consumption: of the vehicle [m³ a m], 15 mpg unless told (from memory of laden pickups).
    """

    acts: tuple[Act, ...] = ()
    begins: dict[FillOf, Share] = {}
    consumption: Annotated[float, Meta(ge=0, le=1e-6)] = 1.568e-7


def clock(seconds: float) -> str:
    """`7:05`, from seconds since midnight [s]."""
    minutes = round(seconds / 60)
    return f"{minutes // 60}:{minutes % 60:02d}"


def called(act: Act) -> str:
    """What an act is called."""
    return act.name or act.kind.capitalize()
