"""A rig: carriers, what stands on them, and the states they must survive."""

from collections.abc import Iterator
from typing import Annotated, Literal

from msgspec import Meta
from msgspec.structs import replace

from ..base.figure import Rating
from ..base.value import Id, Length, Mass, Metres, Positive, Share, Text, Value
from .carrier import Carrier, Coupling, Deck, Trailer, Vehicle
from .day import Day
from .fit_out import FitOut
from .item import Item, Nature, TankPart
from .state import FillRange, State


class Threshold(Value, frozen=True, kw_only=True):
    """A weight from which other rules may apply. of: plates (ratings added up) or the laden rig.  words: what to look up."""

    name: Text
    mass: Mass
    of: Literal["ratings", "laden trailer", "laden vehicle", "laden rig"]
    words: Text
    source: Text


class Apart(Value, frozen=True, kw_only=True):
    """Two natures that are kept a distance [m] apart, and why."""

    a: Nature
    b: Nature
    distance: Length
    why: Text
    source: Text = "common practice, no published source"


APART: tuple[Apart, ...] = (
    Apart(a="SH", b="fuel", distance=0.6, why="SH and fuel that leak into each other can catch fire"),
    Apart(a="SH", b="engine", distance=0.4, why="SH fumes eat an engine, and its heat breaks SH down"),
    Apart(a="SH", b="battery", distance=0.4, why="SH fumes eat terminals, and battery acid in SH gives off chlorine"),
    Apart(a="SH", b="acid", distance=1.0, why="acid in SH gives off chlorine: keep them on different sides"),
    Apart(a="exhaust", b="plastic tank", distance=0.3, why="an exhaust softens a plastic tank"),
    Apart(a="burner", b="fuel", distance=0.5, why="fuel vapor beside a burner can catch fire"),
    Apart(a="battery", b="fuel", distance=0.3, why="a spark at a terminal can light fuel vapor"),
)


class RuleSet(Value, frozen=True, kw_only=True):
    """Limits of custom or law, copied into the rig with their source. Shares of the laden trailer or side.

    front_share: least share of a vehicle's own load on its front axle.  brakes_from: laden trailer that needs brakes [kg].
    width, height, length: greatest outside measures [m].  bridge: whether the US bridge formula is looked at.
    reserve: share of a limit below which a margin is `tight`.  person: who may step on the tail [kg],
    250 lb: a heavy person with gear (from memory).  walk_width: of a person walking; arm, reach_up: how far and how high
    the crew reaches [m].  apart: what is kept from what.  sources: by field, where a rule comes from.
    """

    id: Id = "common"
    name: Text = "Common practice"
    source: Text = "common practice, no published source"
    revision: Positive = 1
    tongue_ball: tuple[Share, Share] = (0.10, 0.15)
    tongue_gooseneck: tuple[Share, Share] = (0.15, 0.25)
    side_difference: Share = 0.05
    front_share: Share = 0.20
    brakes_from: Mass | None = None
    width: Length | None = None
    height: Length | None = None
    length: Length | None = None
    bridge: bool = False
    thresholds: tuple[Threshold, ...] = ()
    reserve: Share = 0.05
    person: Mass = 113.4
    walk_width: Annotated[float, Meta(ge=0.2, le=1.5)] = 0.50
    arm: Annotated[float, Meta(ge=0.3, le=1.5)] = 0.90
    reach_up: Annotated[float, Meta(ge=1.0, le=3.0)] = 2.0
    apart: tuple[Apart, ...] = APART
    sources: dict[str, Text] = {}

    def source_of(self, field: str) -> str:
        """Where one rule comes from: its own source, else that of the set."""
        return self.sources.get(field, self.source)

    def tongue(self, coupler: Coupling) -> tuple[float, float]:
        """Least and greatest share of the laden trailer that its coupler may carry."""
        return self.tongue_ball if coupler == "ball" else self.tongue_gooseneck

    def with_tongue(self, coupler: Coupling, low: float, high: float) -> "RuleSet":
        """The rules with another window for one kind of coupler."""
        window = (low, high)
        return replace(self, tongue_ball=window) if coupler == "ball" else replace(self, tongue_gooseneck=window)


class Link(Value, frozen=True, kw_only=True):
    """Fills tied by a linear condition: Σ factor·fill between low and high, in some states (all if none is named)."""

    factors: dict[str, Annotated[float, Meta(ge=-1000, le=1000)]]
    low: Annotated[float, Meta(ge=-1e6, le=1e6)]
    high: Annotated[float, Meta(ge=-1e6, le=1e6)]
    states: tuple[Id, ...] = ()


class Joined(Value, frozen=True, kw_only=True):
    """Tanks (`item/part`) that an open pipe makes one, by common surface height. bore: of the pipe [m]."""

    tanks: tuple[str, ...]
    bore: Length = 0.038


class Bars(Value, frozen=True, kw_only=True):
    """Weight-distributing bars. share: of the lost front axle load that they restore.  set_in: the state they are set in,
    at the fills it shows."""

    share: Share = 0.5
    set_in: Id


class Forklift(Value, frozen=True, kw_only=True):
    """The forklift that lifts skids. rated: what its plate says [kg], at a load centre [m].  forks: their length [m]."""

    rated: Rating = None
    centre: Annotated[float, Meta(ge=0.1, le=2.0)] = 0.61
    forks: Annotated[float, Meta(ge=0.3, le=3.0)] = 1.07


class Wish(Value, frozen=True, kw_only=True):
    """What the customer asks for and stays asked for; a deck of None is the main deck.

    kind: `note` is judged by eye (kept); `keep clear` keeps a rectangle of the deck free; `stands in` wants an item
    inside it; `later` keeps it free for something of a mass [kg] that comes later, and every limit good for it.
    u0, v0, u1, v1: the rectangle, in the deck's own axes [m].
    """

    text: Text
    kind: Literal["note", "keep clear", "stands in", "later"] = "note"
    deck: Id | None = None
    u0: Metres = 0.0
    v0: Metres = 0.0
    u1: Metres = 0.0
    v1: Metres = 0.0
    item: Id | None = None
    mass: Mass = 0.0
    kept: bool | None = None


class Rig(Value, frozen=True, kw_only=True):
    """A rig of a document. parent: the rig it is a variant or twin of.

    later_counted: whether the weights to come of kept places count in every check.
    waved: what nobody counted and this rig does not carry, by name of the question.
    """

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
    bars: Bars | None = None
    curb_side: Literal["right", "left"] = "right"
    wishes: tuple[Wish, ...] = ()
    fit_out: tuple[FitOut, ...] = ()
    waved: tuple[Text, ...] = ()
    day: Day | None = None
    later_counted: bool = False
    forklift: Forklift = Forklift()
    note: Text = ""

    @property
    def carriers(self) -> tuple[Carrier, ...]:
        """Vehicle and trailer, those there are."""
        return tuple(c for c in (self.vehicle, self.trailer) if c is not None)

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


def fill_range(state: State, address: str, tank: TankPart) -> FillRange:
    """The range a state gives a tank: its own exception, else from its heel to where its float shuts."""
    own = state.fills.get(address)
    return own if own is not None else FillRange(low=min(tank.heel, tank.top), high=tank.top)
