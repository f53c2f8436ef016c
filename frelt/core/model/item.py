"""Items: equipment, its named parts, and where it stands."""

from typing import Annotated, Literal

from msgspec import Meta

from ..base.figure import Basis, Figure, Source
from ..base.value import Length, Metres, Positive, Share, Text, Value
from .carrier import Deck
from .condition import Condition
from .liquid import Liquid
from .names import ItemId, KindId, OnDeck, PartId

Face = Literal["bottom", "top", "front", "back", "left", "right"]
Shape = Literal["box", "upright cylinder", "lying cylinder", "lying ellipse", "cone bottom"]
Held = Literal["", "bolts", "straps", "rack", "chocks", "hook and bungee", "chain", "lock bracket", "door rack"]
Nature = Literal["engine", "exhaust", "burner", "fuel", "SH", "battery", "steel", "plastic tank", "acid", "oxidizer", "ammonia"]
Quarter = Annotated[int, Meta(ge=0, le=3)]


class Placement(Value, frozen=True, kw_only=True):
    """Where an item stands on a deck.

    u, v: middle of its outline along the deck's own axes [m].  off: height above the deck [m].
    turns: quarter turns about the deck's normal, from u towards v.  face: what meets the deck.
    """

    deck: OnDeck
    u: Metres
    v: Metres
    off: Metres = 0.0
    turns: Quarter = 0
    face: Face = "bottom"


class Centre(Value, frozen=True, kw_only=True):
    """Centre of gravity when dry, from the middle of the outline, z above the underside [m]. basis: as of a figure."""

    x: Metres = 0.0
    y: Metres = 0.0
    z: Metres = 0.0
    plus_minus: Length = 0.02
    source: Source = "estimate"
    basis: Basis = ""
    note: Text = ""


class TankPart(Value, frozen=True, kw_only=True, tag_field="part", tag="tank"):
    """A tank. length, width, height: inside, along the item's x, y, z [m].

    A lying shape lies along its length. at: middle of the inside's underside in the item frame [m].
    capacity: [m³], what fill is a share of.  heel: share the draw leaves.  top: share at which its float shuts.
    cone: of a cone bottom, the height of the cone [m].  baffles: walls across its length.
    valve: bore of the valve it is drained by, its outlet's if None [m].  drain_hose: length of the hose on it [m].
    """

    id: PartId
    name: Text
    shape: Shape
    length: Length
    width: Length
    height: Length
    capacity: Figure
    liquid: Liquid
    heel: Share = 0.02
    top: Share = 1.0
    cone: Length = 0.0
    baffles: Annotated[int, Meta(ge=0, le=20)] = 0
    valve: Length | None = None
    drain_hose: Annotated[float, Meta(ge=0, le=200)] = 0.0
    at: tuple[Metres, Metres, Metres] = (0.0, 0.0, 0.0)


class HosePart(Value, frozen=True, kw_only=True, tag_field="part", tag="hose"):
    """A hose on its drum. mass: dry [kg].  bore, length: [m].  holds: what fills it, or nothing."""

    id: PartId
    name: Text
    mass: Figure
    bore: Length
    length: Annotated[float, Meta(ge=0, le=1000)]
    holds: Liquid | None = None
    at: tuple[Metres, Metres, Metres] = (0.0, 0.0, 0.0)


class PortPart(Value, frozen=True, kw_only=True, tag_field="part", tag="port"):
    """Where a hose, wire, air line or exhaust joins. size: nominal bore [m]."""

    id: PartId
    name: Text
    carries: Literal["liquid", "fuel", "air", "exhaust", "power"] = "liquid"
    size: Length = 0.0
    at: tuple[Metres, Metres, Metres] = (0.0, 0.0, 0.0)


class ConsumerPart(Value, frozen=True, kw_only=True, tag_field="part", tag="consumer"):
    """What uses fuel [m³/s] or electric power [W] while it runs."""

    id: PartId
    name: Text
    uses: Literal["gasoline", "diesel", "gas", "12 V", "120 V", "240 V"]
    rate: Figure


class FasteningPart(Value, frozen=True, kw_only=True, tag_field="part", tag="fastening"):
    """What holds the item down. mass: [kg].  holds: working load limit [kg]."""

    id: PartId
    name: Text
    mass: Figure | None = None
    holds: Figure | None = None
    at: tuple[Metres, Metres, Metres] = (0.0, 0.0, 0.0)


Part = TankPart | HosePart | PortPart | ConsumerPart | FasteningPart


class Item(Value, frozen=True, kw_only=True):
    """One piece of equipment. length, width, height: [m].  mass: dry [kg].

    fields: the kind's own parameters (flow, pressure, drum and flange), SI units.  options: its choices (drive, shape).
    outline: corners in the item frame [m], where the kind's own outline is not true enough.
    built_in: belongs to the carrier itself (its own fuel, a spare wheel): part of its curb weight, not of the payload.
    held: how it is held down; empty where not said.  held_mass: of what holds it [kg].
    let_in: parameters that an earlier version took beyond what the kind takes now.
    group: items of one group move together.  step: one may step on it to reach what is higher.
    """

    id: ItemId
    name: Text
    kind: KindId
    place: Placement
    length: Figure
    width: Figure
    height: Figure
    mass: Figure
    centre: Centre = Centre()
    parts: tuple[Part, ...] = ()
    decks: tuple[Deck, ...] = ()
    fields: dict[Text, Figure] = {}
    options: dict[Text, Text] = {}
    outline: tuple[tuple[Metres, Metres], ...] = ()
    origin: Text = ""
    revision: Positive = 0
    let_in: tuple[Text, ...] = ()
    owner: Text = ""
    condition: Condition = Condition()
    locked: bool = False
    built_in: bool = False
    held: Held = ""
    held_mass: Figure | None = None
    group: Text = ""
    step: bool = False
    note: Text = ""

    @property
    def tanks(self) -> tuple[TankPart, ...]:
        """Its tanks, in the order listed."""
        return tuple([p for p in self.parts if type(p) is TankPart])
