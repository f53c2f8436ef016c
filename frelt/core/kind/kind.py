"""What a kind of equipment is. To add one: a file in `core/kinds` that calls `register`, and one in
`drawing/kinds` with its strokes; both are found by import, and a test holds that they pair up.

A kind has the parameters its makers print (flow, capacity, drum and flange) and computes from them what a builder would
otherwise have to measure; `core.making` turns that into an item, in which any figure may be overruled by measurement.
"""

from collections.abc import Callable, Mapping
from typing import Literal

from msgspec import Struct

from ..base.figure import Figure
from ..base.units import Quantity, Units
from ..model.carrier import Deck
from ..model.item import Item, Nature, Part
from ..model.plumbing import Fitting
from .inner import Inner

Outline = tuple[tuple[float, float], ...]
Box = tuple[float, float, float, float, float, float]  # x0, y0, z0, x1, y1, z1 in the item's frame [m]
Vec = tuple[float, float, float]
FaceSide = Literal["front", "back", "left", "right", "top"]


class Param(Struct, frozen=True):
    """A number a kind is known by, in SI units. usual: where nothing is said, a number or what the others make of it.

    when: whether it is asked for; always where there is none.
    """

    id: str
    label: str
    quantity: Quantity
    low: float
    high: float
    usual: "float | Callable[[Given], float]"
    when: "Callable[[Given], bool] | None" = None


class Choice(Struct, frozen=True):
    """One of some words a kind is known by; usual: which where nothing is said, the first where there is none.

    when: whether it is asked for; always where there is none.
    """

    id: str
    label: str
    among: tuple[str, ...]
    usual: "Callable[[Given], str] | None" = None
    when: "Callable[[Given], bool] | None" = None


class Given(Struct, frozen=True):
    """What is known of an item's parameters; what is not has its usual value."""

    params: tuple[Param, ...]
    choices: tuple[Choice, ...]
    numbers: Mapping[str, float]
    words: Mapping[str, str]

    def __getitem__(self, name: str) -> float:
        """A number. Raises KeyError for a parameter the kind does not have."""
        if name in self.numbers:
            return self.numbers[name]
        for param in self.params:
            if param.id == name:
                return param.usual(self) if callable(param.usual) else param.usual
        raise KeyError(name)

    def word(self, name: str) -> str:
        """A choice. Raises KeyError for one the kind does not have."""
        for choice in self.choices:
            if choice.id == name:
                said = self.words.get(name, "")
                if said in choice.among:
                    return said
                return choice.usual(self) if choice.usual is not None else choice.among[0]
        raise KeyError(name)


class Made(Struct, frozen=True, kw_only=True):
    """What a kind's parameters come to: sizes [m], mass [kg] and centre from the middle of the underside [m].

    size_pm: ± of each size as a share of it.  mass_pm: ± [kg].  centre_pm: [m].  decks: with ids of their own in the item.
    """

    length: float
    width: float
    height: float
    mass: float
    mass_pm: float
    centre: Vec
    centre_pm: float = 0.05
    size_pm: float = 0.08
    parts: tuple[Part, ...] = ()
    decks: tuple[Deck, ...] = ()


class Service(Struct, frozen=True):
    """A place that hands must reach. at: it, and room: the free room it takes to work there, in the item's frame [m].

    often: whether every day or now and then.  side: from where it is reached.  flips: whether makers build it on either side.
    Of several of one name in an item, such as two lids, one that is reached is enough.
    """

    what: str
    side: FaceSide
    at: Vec
    room: Box
    often: Literal["daily", "now and then"] = "now and then"
    flips: bool = False


class Trait(Struct, frozen=True):
    """What something is to its neighbors. box: where, in the item's frame [m]."""

    nature: Nature
    box: Box


class Fan(Struct, frozen=True):
    """How hose leaves a reel. side: where to.  low, high: heights; half: of the drum's width, in the item's frame [m]."""

    side: FaceSide
    low: float
    high: float
    half: float


class Column(Struct, frozen=True):
    """Room that exhaust or vapor takes, up to the roof or down through the floor. at: where it begins [m]."""

    what: str
    at: Vec
    radius: float
    way: Literal["up", "down"]


def nothing(_: Item) -> tuple[()]:
    """What a kind without services, traits, fans or columns has of them."""
    return ()


class Kind(Struct, frozen=True):
    """outline: corners of the item in its own frame, counter-clockwise in x, y [m].  words: what it is or does, for search.

    make: what its parameters come to; None for what is only a box and a mass.
    service, traits, fans, columns: what an item needs around it, and what it is to others.
    steps: 2 where it is one of the big things, 3 for a small one.  pieces: what it is made of where
    there is room below or inside it, as boxes of its own frame; none where it fills its outline.  working: of those, what stays
    in the way of hands while somebody works, where a part of it swings up.
    inner: what liquid does inside it, between its ports.  fitting: the fitting that it is in the lines, where it is one.
    carried: by hand, when it is taken out of the way; held by nothing that takes tools.
    hangs: which face lies on a wall when it is put there.  can: what it can do (see `capability`).
    water: what it holds of water besides its tanks and hoses [m³].  says: what its parameters come to, in a sentence for whom it helps.
    """

    id: str
    title: str
    outline: Callable[[Item], Outline]
    words: str = ""
    params: tuple[Param, ...] = ()
    choices: tuple[Choice, ...] = ()
    make: Callable[[Given], Made] | None = None
    service: Callable[[Item], tuple[Service, ...]] = nothing
    traits: Callable[[Item], tuple[Trait, ...]] = nothing
    fans: Callable[[Item], tuple[Fan, ...]] = nothing
    columns: Callable[[Item], tuple[Column, ...]] = nothing
    big: bool = False
    pieces: Callable[[Item], tuple[Box, ...]] = nothing
    carried: bool = False
    hangs: Literal["front", "bottom"] = "front"
    can: frozenset[str] = frozenset()
    water: float = 0.0
    says: "Callable[[Item, Units], str] | None" = None
    working: Callable[[Item], tuple[Box, ...]] | None = None
    inner: Callable[[Item], tuple[Inner, ...]] = nothing
    fitting: Callable[[Item], Fitting | None] | None = None

    def given(self, fields: Mapping[str, Figure], options: Mapping[str, str]) -> Given:
        """An item's parameters, the usual ones where it says nothing."""
        return Given(self.params, self.choices, {k: f.value for k, f in fields.items()}, options)
