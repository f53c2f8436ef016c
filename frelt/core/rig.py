"""A rig: carriers, what stands on them, and the states they must survive."""

from collections.abc import Iterator
from typing import Literal

from msgspec.structs import replace

from .carrier import Carrier, Coupling, Deck, Trailer, Vehicle
from .figure import Figure
from .item import Item, TankPart
from .state import FillRange, State
from .value import Id, Mass, Positive, Share, Text, Value


class RuleSet(Value, frozen=True, kw_only=True):
    """Limits of custom or law, copied into the rig with their source. Shares of the laden trailer or side.

    reserve: share of a limit below which a margin is `tight`.  person: who may step on the tail [kg],
    250 lb: a heavy person with gear (from memory).
    """

    id: Id = "common"
    name: Text = "Common practice"
    source: Text = "common practice, no published source"
    revision: Positive = 1
    tongue_ball: tuple[Share, Share] = (0.10, 0.15)
    tongue_gooseneck: tuple[Share, Share] = (0.15, 0.25)
    side_difference: Share = 0.05
    reserve: Share = 0.05
    person: Mass = 113.4

    def tongue(self, coupler: Coupling) -> tuple[float, float]:
        """Least and greatest share of the laden trailer that its coupler may carry."""
        return self.tongue_ball if coupler == "ball" else self.tongue_gooseneck

    def with_tongue(self, coupler: Coupling, low: float, high: float) -> "RuleSet":
        """The rules with another window for one kind of coupler."""
        window = (low, high)
        return replace(self, tongue_ball=window) if coupler == "ball" else replace(self, tongue_gooseneck=window)


class Link(Value, frozen=True, kw_only=True):
    """Fills tied by a linear condition: Σ factor·fill between low and high."""

    factors: dict[str, float]
    low: float
    high: float


class Joined(Value, frozen=True, kw_only=True):
    """Tanks (`item/part`) that an open pipe makes one, by common surface height."""

    tanks: tuple[str, ...]


class Wish(Value, frozen=True, kw_only=True):
    """What the customer asks for and stays asked for."""

    text: Text
    deck: Id | None = None


class Rig(Value, frozen=True, kw_only=True):
    """A rig of a document. parent: the rig it is a variant or twin of."""

    id: Id
    name: Text
    serial: Text = ""
    parent: Id | None = None
    trailer: Trailer | None = None
    vehicle: Vehicle | None = None
    items: tuple[Item, ...] = ()
    states: tuple[State, ...] = ()
    rules: RuleSet = RuleSet()
    links: tuple[Link, ...] = ()
    joined: tuple[Joined, ...] = ()
    curb_side: Literal["right", "left"] = "right"
    wishes: tuple[Wish, ...] = ()
    coating: Figure | None = None
    note: Text = ""

    @property
    def carriers(self) -> tuple[Carrier, ...]:
        """Vehicle and trailer, those there are."""
        return tuple(c for c in (self.vehicle, self.trailer) if c is not None)

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


def fill_range(state: State, address: str, tank: TankPart) -> FillRange:
    """The range a state gives a tank: its own exception, else heel to full."""
    own = state.fills.get(address)
    return own if own is not None else FillRange(low=tank.heel, high=1.0)
