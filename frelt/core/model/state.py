"""States: the conditions of a rig's day that it must survive."""

from typing import Annotated, Literal

from msgspec import Meta

from ..base.constants import PERSON
from ..base.figure import Figure
from ..base.value import Share, Text, Value
from .item import Placement
from .names import DryHose, FillOf, InSeat, LocalId, OpenDeck, StateId, StateItem


class FillRange(Value, frozen=True, kw_only=True):
    """Every fill from low to high is allowed for; now is the one shown. Shares of capacity."""

    low: Share
    high: Share
    now: Share | None = None

    @property
    def shown(self) -> float:
        """The fill to draw: now where it lies in the range, else its high end."""
        return self.high if self.now is None else min(max(self.now, self.low), self.high)


class Person(Value, frozen=True, kw_only=True):
    """Someone aboard, on a deck or in a seat. mass: [kg]."""

    id: LocalId
    name: Text = "person"
    mass: Figure = Figure(value=PERSON, plus_minus=25, note="49 CFR 571.110 counts 68 kg an occupant")
    place: Annotated[Placement | None, Meta(extra={"gone": "with"})] = None
    seat: InSeat | None = None


class State(Value, frozen=True, kw_only=True):
    """One condition. fills: by `item/part`; a tank not named goes by `fill` and, if it holds water, by `water`.

    fill: any from its heel to full; full; or drained, where all but fuel is empty.
    water: carried as `fill` says; dumped, so that a tank holds its heel at most; or either, anything from empty to full.
    absent, open, later: items away, decks swung open, items that are only counted later.
    dry: hoses (`item/part`) with nothing in them.  stands: the trailer's rear stands are down.
    slope_along, slope_across: of the ground it stands on, shares, rising to the rear and to the right.
    """

    id: StateId
    name: Text
    condition: Literal["hitched", "parked", "lifted"] = "hitched"
    road: bool = True
    fill: Literal["any", "full", "drained"] = "any"
    water: Literal["carried", "dumped", "either"] = "carried"
    fills: dict[FillOf, FillRange] = {}
    people: tuple[Person, ...] = ()
    absent: tuple[StateItem, ...] = ()
    dry: tuple[DryHose, ...] = ()
    open: tuple[OpenDeck, ...] = ()
    later: tuple[StateItem, ...] = ()
    stands: bool = False
    slope_along: Annotated[float, Meta(ge=-0.4, le=0.4)] = 0.0
    slope_across: Annotated[float, Meta(ge=-0.4, le=0.4)] = 0.0
    note: Text = ""
