"""Carriers: what bears equipment. Each has its own frame: x is the station (aft +), y right, z up."""

from typing import Annotated, Literal

from msgspec import Meta

from .figure import Figure, Rating
from .value import Id, Length, Metres, Positive, Text, Unit, Value

DeckKind = Literal["floor", "dovetail", "tongue platform", "roof", "wall", "door", "bed side", "shelf", "stand", "skid"]
Vector = tuple[Unit, Unit, Unit]


class Hinge(Value, frozen=True, kw_only=True):
    """A deck that swings. at: a point of the axis.  axis: its direction.  open: degrees when open."""

    at: tuple[Metres, Metres, Metres]
    axis: Vector
    open: Annotated[float, Meta(ge=-360, le=360)]


class Deck(Value, frozen=True, kw_only=True):
    """A surface on which things mount.

    on: the carrier or item whose frame it lies in.  origin: where u = v = 0 [m];
    u, v: unit vectors along it; the normal is u × v.  outline: corners (u, v), convex [m].
    """

    id: Id
    name: Text
    kind: DeckKind = "floor"
    on: Id
    origin: tuple[Metres, Metres, Metres] = (0.0, 0.0, 0.0)
    u: Vector = (1.0, 0.0, 0.0)
    v: Vector = (0.0, 1.0, 0.0)
    outline: Annotated[tuple[tuple[Metres, Metres], ...], Meta(min_length=3, max_length=64)]
    surface: Literal["planked", "plate", "coated"] = "planked"
    hinge: Hinge | None = None


class Tires(Value, frozen=True, kw_only=True):
    """Tires on one end of an axle. rating: of one tire at its pressure [kg].  diameter, width: [m]."""

    rating: Rating = None
    each_end: Annotated[int, Meta(ge=1, le=2)] = 1
    load_index: Annotated[int, Meta(ge=0, le=179)] | None = None
    pressure: Rating = None
    wheel: Rating = None
    diameter: Length = 0.68
    width: Length = 0.205


class Axle(Value, frozen=True, kw_only=True):
    """x: station [m].  track: between wheel middles [m].  rating: GAWR [kg].

    rate: [kg/m] at the ground, for axles without equaliser.
    """

    id: Id
    name: Text
    x: Metres
    track: Length
    rating: Rating = None
    tires: Tires = Tires()
    rate: Figure | None = None


class Aboard(Value, frozen=True, kw_only=True):
    """Something that stood on the carrier when it was weighed. mass: [kg].  x, y: station and side [m].

    item: the item of the rig that it is, if it is one.
    """

    what: Text
    mass: Figure
    x: Metres
    y: Metres = 0.0
    item: Id | None = None


class TrailerEmpty(Value, frozen=True, kw_only=True):
    """Scale readings of the trailer [kg]. tongue_at: station of the tongue reading, the coupler unless given.

    axles: all axles together.  left, right: the wheels of each side, where read apart.
    height: of the bare centre of gravity above the ground [m].
    """

    tongue: Figure
    axles: Figure
    tongue_at: Metres | None = None
    left: Figure | None = None
    right: Figure | None = None
    height: Figure = Figure(value=0.55, plus_minus=0.15)
    aboard: tuple[Aboard, ...] = ()


class TrailerRatings(Value, frozen=True, kw_only=True):
    """Plates of the trailer [kg]; a coupler has two limits, gross trailer weight and tongue weight."""

    gross: Rating = None
    coupler_gross: Rating = None
    coupler_tongue: Rating = None
    safety_chain: Rating = None
    jack: Rating = None
    roof: Rating = None
    deck_point: Rating = None


class Door(Value, frozen=True, kw_only=True):
    """An opening of the body. side: which wall.  start, end: along the wall [m].  height: [m]."""

    id: Id
    name: Text
    side: Literal["left", "right", "rear", "front"]
    start: Metres
    end: Metres
    height: Length = 1.8
    kind: Literal["door", "ramp", "barn doors", "lift door", "tailgate", "gap"] = "door"


class Body(Value, frozen=True, kw_only=True):
    """What is drawn around the deck. wall, rail: heights above the deck [m]."""

    kind: Literal["open", "enclosed", "bed", "box"] = "open"
    wall: Length = 0.0
    rail: Length = 0.0
    nose: Length = 0.0
    doors: tuple[Door, ...] = ()
    fenders: bool = True


Coupling = Literal["ball", "gooseneck"]


class Trailer(Value, frozen=True, kw_only=True):
    """A trailer. coupler_x: station of the coupler [m], ahead of the deck, so below zero.

    coupler_z: its height with the empty deck level [m].  ball_z: height of the ball it is towed on, level if None.
    sharing: axles with an equaliser share their load; `independent` ones (torsion) do not.
    """

    id: Id
    name: Text
    coupler: Coupling = "ball"
    coupler_x: Metres
    coupler_z: Length = 0.45
    ball_z: Length | None = None
    axles: Annotated[tuple[Axle, ...], Meta(min_length=1, max_length=3)]
    sharing: Literal["equaliser", "independent"] = "equaliser"
    decks: Annotated[tuple[Deck, ...], Meta(min_length=1)]
    empty: TrailerEmpty | None = None
    ratings: TrailerRatings = TrailerRatings()
    jack_x: Metres | None = None
    body: Body = Body()
    origin: Text = ""
    revision: Positive = 0
    note: Text = ""

    @property
    def axle_x(self) -> float:
        """Mean station of the axles [m]."""
        return sum(a.x for a in self.axles) / len(self.axles)

    @property
    def main_deck(self) -> Deck:
        """The deck whose front edge is station 0."""
        return self.decks[0]


class Seat(Value, frozen=True, kw_only=True):
    """Where a person sits in a vehicle [m]."""

    id: Id
    name: Text
    x: Metres
    y: Metres = 0.0
    z: Length = 1.0


class VehicleEmpty(Value, frozen=True, kw_only=True):
    """Scale readings of the vehicle [kg]; its own fuel, if aboard, is listed."""

    front: Figure
    rear: Figure
    left: Figure | None = None
    right: Figure | None = None
    height: Figure = Figure(value=0.70, plus_minus=0.15)
    aboard: tuple[Aboard, ...] = ()


class VehicleRatings(Value, frozen=True, kw_only=True):
    """Plates and stickers of the vehicle [kg]; ball and receiver each have two limits."""

    gross: Rating = None
    payload: Rating = None
    combination: Rating = None
    tow: Rating = None
    receiver_gross: Rating = None
    receiver_tongue: Rating = None
    ball_gross: Rating = None
    ball_tongue: Rating = None
    roof: Rating = None


class Vehicle(Value, frozen=True, kw_only=True):
    """A vehicle. front, rear: its axles; a tandem rear has two.  ball_x: station of the ball [m]."""

    id: Id
    name: Text
    body_kind: Literal["pickup", "flatbed", "service body", "box truck", "van"] = "pickup"
    front: Axle
    rear: Annotated[tuple[Axle, ...], Meta(min_length=1, max_length=2)]
    ball_x: Metres | None = None
    ball_z: Length = 0.45
    decks: Annotated[tuple[Deck, ...], Meta(min_length=1)]
    seats: tuple[Seat, ...] = ()
    empty: VehicleEmpty | None = None
    ratings: VehicleRatings = VehicleRatings()
    front_roll_share: Figure = Figure(value=0.5, plus_minus=0.2)
    body: Body = Body(kind="bed")
    origin: Text = ""
    revision: Positive = 0
    note: Text = ""


Carrier = Trailer | Vehicle
