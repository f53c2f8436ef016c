"""Carriers: what bears equipment. Each has its own frame: x is the station (aft +), y right, z up."""

from typing import Annotated, Literal

from msgspec import Meta

from ..base.figure import Figure, Rating
from ..base.value import Length, Metres, Positive, Text, Unit, Value
from .condition import Condition
from .names import AxleId, CarrierId, DeckId, DoorId, FaceOf, Holder, LocalId, MaybeItem, SeatId

DeckKind = Literal[
    "floor",
    "dovetail",
    "tongue platform",
    "roof",
    "wall",
    "door",
    "bed side",
    "outer wall",
    "nose",
    "below",
    "shelf",
    "stand",
    "skid",
    "top",
]
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
    face_of: the side of the body, or the door by id, whose face it is; of an item, its top.  leaf: which of a pair of doors.
    """

    id: DeckId
    name: Text
    kind: DeckKind = "floor"
    on: Holder
    origin: tuple[Metres, Metres, Metres] = (0.0, 0.0, 0.0)
    u: Vector = (1.0, 0.0, 0.0)
    v: Vector = (0.0, 1.0, 0.0)
    outline: Annotated[tuple[tuple[Metres, Metres], ...], Meta(min_length=3, max_length=64)]
    surface: Literal["planked", "plate", "coated"] = "planked"
    hinge: Hinge | None = None
    face_of: FaceOf = ""
    leaf: Annotated[int, Meta(ge=0, le=1)] = 0


class Tires(Value, frozen=True, kw_only=True):
    """Tires on one end of an axle. rating: of one tire, molded beside a pressure [kg].  printed: that pressure [Pa].

    pressure: what is in it, cold [Pa].  by_table: what its maker's table says it carries there [kg].  wheel: rating of one [kg].
    diameter, width: [m].
    """

    rating: Rating = None
    each_end: Annotated[int, Meta(ge=1, le=2)] = 1
    load_index: Annotated[int, Meta(ge=0, le=179)] | None = None
    printed: Rating = None
    pressure: Rating = None
    by_table: Rating = None
    wheel: Rating = None
    diameter: Length = 0.68
    width: Length = 0.205


class Axle(Value, frozen=True, kw_only=True):
    """x: station [m].  track: between wheel middles [m].  rating: GAWR [kg].

    rate: [kg/m] at the ground, for axles without equaliser.
    """

    id: AxleId
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
    item: MaybeItem | None = None


class TrailerEmpty(Value, frozen=True, kw_only=True):
    """Scale readings of the trailer [kg]. tongue_at: station of the tongue reading, the coupler unless given.

    One of three says what stands on the axles: axles, all of them together, at their middle; each, every axle by itself at its
    own station, from the front; gross, the whole trailer on all its supports.
    left, right: the wheels of each side, where read apart.
    height: of the bare centre of gravity above the ground [m].
    """

    tongue: Figure
    axles: Figure | None = None
    each: Annotated[tuple[Figure, ...], Meta(max_length=3)] = ()
    gross: Figure | None = None
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
    stands: Rating = None
    roof: Rating = None
    deck_point: Rating = None


class Door(Value, frozen=True, kw_only=True):
    """An opening of the body. side: which wall.  start, end: along the wall [m].  height: [m].

    swing: how far each leaf opens [degrees], as such doors do if None.  stays: whether it stays open by itself.
    carries: what the hinges of one leaf bear [kg].  lock: what keeps it shut on the road.
    """

    id: DoorId
    name: Text
    side: Literal["left", "right", "rear", "front"]
    start: Metres
    end: Metres
    height: Length = 1.8
    kind: Literal["door", "ramp", "barn doors", "lift door", "tailgate", "gap", "lift gate"] = "door"
    swing: Annotated[float, Meta(ge=0, le=270)] | None = None
    stays: bool | None = None
    carries: Rating = None
    lock: Literal["", "cam bar", "latch", "hook", "pin", "none"] = ""


class Well(Value, frozen=True, kw_only=True):
    """A wheel well that stands up through the deck. start, end: stations; inward: from the deck's side; height: above it [m].

    seen: False where it is only what the class usually has.
    """

    id: LocalId
    side: Literal["left", "right"]
    start: Metres
    end: Metres
    inward: Length = 0.2
    height: Length = 0.25
    seen: bool = True


class Zone(Value, frozen=True, kw_only=True):
    """A part of the deck below which no bolt may come out. x0, y0, x1, y1: in the carrier's plan [m].  below: what is there.

    seen: False where it is only what the class usually has.
    """

    id: LocalId
    below: Text
    x0: Metres
    y0: Metres
    x1: Metres
    y1: Metres
    seen: bool = True


class Body(Value, frozen=True, kw_only=True):
    """What stands around the deck. wall, rail: heights above the deck; nose: length ahead of it [m].

    lower_front, lower_sides: by how much a closed body's roof is lower at its front end and at its walls than at the
    rear and in the middle, where `wall` is measured [m]; it slopes evenly to the front and rounds off to the sides.

    cab, hood: of a vehicle, their lengths ahead of the deck; cab_height above the ground [m].
    wells, zones: what takes room from the deck, and where no bolt may go.  rack: a roof or ladder rack.
    """

    kind: Literal["open", "enclosed", "bed", "box"] = "open"
    wall: Length = 0.0
    rail: Length = 0.0
    lower_front: Length = 0.0
    lower_sides: Length = 0.0
    nose: Length = 0.0
    cab: Length = 0.0
    hood: Length = 0.0
    cab_height: Length = 1.9
    rack: bool = False
    doors: tuple[Door, ...] = ()
    wells: tuple[Well, ...] = ()
    zones: tuple[Zone, ...] = ()
    fenders: bool = True


class Typical(Value, frozen=True, kw_only=True):
    """What carriers of a class usually have on a plate that was not read. field: of the carrier.  rating: [kg]."""

    field: Text
    rating: Positive


Coupling = Literal["ball", "gooseneck"]
Brakes = Literal["none", "surge", "electric", "air"]


class Trailer(Value, frozen=True, kw_only=True):
    """A trailer. coupler_x: station of the coupler [m], ahead of the deck, so below zero.

    coupler_z: its height with the empty deck level [m].  ball_z: height of the ball it is towed on, level if None.
    sharing: axles with an equaliser share their load; `independent` ones (torsion) do not.
    jack_x, stands_x: stations of the jack and of the rear stands [m].  parked_z: height of the coupler while it stands on its
    jack [m]; None where the jack is cranked until the deck is level.  brakes: None is unknown.
    """

    id: CarrierId
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
    parked_z: Length | None = None
    stands_x: Metres | None = None
    brakes: Brakes | None = None
    body: Body = Body()
    typical: tuple[Typical, ...] = ()
    origin: Text = ""
    revision: Positive = 0
    owner: Text = ""
    condition: Condition = Condition()
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

    id: SeatId
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
    """Plates and stickers of the vehicle [kg]; ball and receiver each have two limits.

    receiver_gross_bars, receiver_tongue_bars: the receiver's limits with weight-distributing bars.
    """

    gross: Rating = None
    payload: Rating = None
    combination: Rating = None
    tow: Rating = None
    receiver_gross: Rating = None
    receiver_tongue: Rating = None
    receiver_gross_bars: Rating = None
    receiver_tongue_bars: Rating = None
    ball_gross: Rating = None
    ball_tongue: Rating = None
    roof: Rating = None
    deck_point: Rating = None


class Vehicle(Value, frozen=True, kw_only=True):
    """A vehicle. front, rear: its axles; a tandem rear has two.  ball_x, ball_z: station and height of the ball [m].

    front_roll_share: of a sideways moment, what the front axle takes.
    """

    id: CarrierId
    name: Text
    body_kind: Literal["pickup", "flatbed", "service body", "box truck", "van"] = "pickup"
    front: Axle
    rear: Annotated[tuple[Axle, ...], Meta(min_length=1, max_length=2)]
    ball_x: Metres | None = None
    ball_z: Length | None = None
    decks: Annotated[tuple[Deck, ...], Meta(min_length=1)]
    seats: tuple[Seat, ...] = ()
    empty: VehicleEmpty | None = None
    ratings: VehicleRatings = VehicleRatings()
    front_roll_share: Figure = Figure(value=0.5, plus_minus=0.2)
    body: Body = Body(kind="bed")
    typical: tuple[Typical, ...] = ()
    origin: Text = ""
    revision: Positive = 0
    owner: Text = ""
    condition: Condition = Condition()
    note: Text = ""

    @property
    def axles(self) -> tuple[Axle, ...]:
        """Front and rear axles, from the front."""
        return (self.front, *self.rear)

    @property
    def rear_x(self) -> float:
        """Mean station of the rear axles [m]."""
        return sum(a.x for a in self.rear) / len(self.rear)

    @property
    def wheelbase(self) -> float:
        """From the front axle to the middle of the rear [m]."""
        return self.rear_x - self.front.x

    @property
    def main_deck(self) -> Deck:
        """The deck whose front edge is station 0."""
        return self.decks[0]


class StandRatings(Value, frozen=True, kw_only=True):
    """Plates of what a skid stands on in the shop [kg]."""

    gross: Rating = None
    roof: Rating = None
    deck_point: Rating = None


class Stand(Value, frozen=True, kw_only=True):
    """The shop's floor, on which a skid is built before any truck is there. It bears all, and goes nowhere."""

    id: CarrierId
    name: Text
    decks: Annotated[tuple[Deck, ...], Meta(min_length=1)]
    ratings: StandRatings = StandRatings()
    body: Body = Body(fenders=False)
    typical: tuple[Typical, ...] = ()
    origin: Text = ""
    revision: Positive = 0
    owner: Text = ""
    condition: Condition = Condition()
    note: Text = ""

    @property
    def axles(self) -> tuple[Axle, ...]:
        """It has none."""
        return ()

    @property
    def empty(self) -> None:
        """It is never weighed."""
        return None

    @property
    def main_deck(self) -> Deck:
        """The deck whose front edge is station 0."""
        return self.decks[0]


Rolling = Trailer | Vehicle  # what goes on the road
Carrier = Rolling | Stand


def kind_of_carrier(carrier: Carrier) -> Literal["trailer", "vehicle", "stand"]:
    """Which of its fields a rig keeps a carrier in."""
    return "trailer" if isinstance(carrier, Trailer) else "vehicle" if isinstance(carrier, Vehicle) else "stand"
