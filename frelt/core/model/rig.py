"""A rig: carriers, what stands on them, and the states they must survive."""

from collections.abc import Iterator
from functools import cached_property
from typing import Annotated, Literal

from msgspec import Meta

from ..base.figure import Figure, Rating
from ..base.value import Share, Text, Value
from .accepted import Accepted
from .carrier import Carrier, Deck, Stand, Trailer, Vehicle
from .day import Day
from .fit_out import FitOut
from .item import Item, TankPart
from .kit import KitLine
from .mix import Mix
from .names import InState, ParentRig, RigId, Waved
from .open_pipes import open_pipes
from .plumbing import Plumbing
from .rules import RuleSet
from .state import State
from .ticket import Weighing
from .tie_down import TieDown
from .ties import Joined, Link
from .wish import Wish


class Bars(Value, frozen=True, kw_only=True):
    """Weight-distributing bars. share: of the lost front axle load that they restore.  set_in: the state they are set in,
    at the fills it shows."""

    share: Share = 0.5
    set_in: InState


class Forklift(Value, frozen=True, kw_only=True):
    """The forklift that lifts skids. rated: what its plate says [kg], at a load centre [m].  forks: their length [m]."""

    rated: Rating = None
    centre: Annotated[float, Meta(ge=0.1, le=2.0)] = 0.61
    forks: Annotated[float, Meta(ge=0.3, le=3.0)] = 1.07


class Rig(Value, frozen=True, kw_only=True, dict=True):
    """A rig of a document. parent: the rig it is a variant or twin of.

    later_counted: whether the weights to come of kept places count in every check.
    waved: what nobody counted and this rig does not carry, by name of the question.
    weighings: tickets of this rig, each a copy of the record's.  use_scale: whether loads follow what they say.
    nobody_counted: what else is aboard in all [kg]; worked out from what is missing where None.
    """

    id: RigId
    name: Text
    serial: Text = ""
    parent: ParentRig | None = None
    trailer: Trailer | None = None
    vehicle: Vehicle | None = None
    stand: Stand | None = None
    items: tuple[Item, ...] = ()
    states: tuple[State, ...] = ()
    rules: RuleSet = RuleSet()
    links: tuple[Link, ...] = ()
    plumbing: Plumbing = Plumbing()
    tie_down: TieDown = TieDown()
    weighings: tuple[Weighing, ...] = ()
    use_scale: bool = False
    bars: Bars | None = None
    curb_side: Literal["right", "left"] = "right"
    wishes: tuple[Wish, ...] = ()
    fit_out: tuple[FitOut, ...] = ()
    kit: tuple[KitLine, ...] = ()
    waved: tuple[Waved, ...] = ()
    nobody_counted: Figure | None = None
    accepted: tuple[Accepted, ...] = ()
    day: Day | None = None
    mixes: tuple[Mix, ...] = ()
    later_counted: bool = False
    forklift: Forklift = Forklift()
    note: Text = ""

    @cached_property
    def joined(self) -> tuple[Joined, ...]:
        """Tanks that open pipes make one."""
        return open_pipes(self.plumbing, self.items)

    @property
    def carriers(self) -> tuple[Carrier, ...]:
        """Vehicle, trailer and stand, those there are."""
        return tuple(c for c in (self.vehicle, self.trailer, self.stand) if c is not None)

    @property
    def main(self) -> Carrier | None:
        """The carrier that is spoken of where none is named: the trailer, else the vehicle, else the stand."""
        return self.trailer or self.vehicle or self.stand

    def carrier(self, carrier_id: str) -> Carrier:
        """The carrier of that id. Raises KeyError."""
        for carrier in self.carriers:
            if carrier.id == carrier_id:
                return carrier
        raise KeyError(carrier_id)

    @property
    def decks(self) -> Iterator[Deck]:
        """Every deck of its carriers and items."""
        for carrier in self.carriers:
            yield from carrier.decks
        for item in self.items:
            yield from item.decks

    def item(self, item_id: str) -> Item:
        """The item of that id. Raises KeyError."""
        for item in self.items:
            if item.id == item_id:
                return item
        raise KeyError(item_id)

    def state(self, state_id: str) -> State:
        """The state of that id. Raises KeyError."""
        for state in self.states:
            if state.id == state_id:
                return state
        raise KeyError(state_id)

    def state_number(self, state_id: str) -> int:
        """Which of the states it is, from 0. Raises KeyError."""
        for n, state in enumerate(self.states):
            if state.id == state_id:
                return n
        raise KeyError(state_id)

    def deck(self, deck_id: str) -> Deck:
        """The deck of that id. Raises KeyError."""
        for deck in self.decks:
            if deck.id == deck_id:
                return deck
        raise KeyError(deck_id)

    def tanks(self) -> Iterator[tuple[str, Item, TankPart]]:
        """Every tank with its address `item/part`."""
        for item in self.items:
            for tank in item.tanks:
                yield f"{item.id}/{tank.id}", item, tank
