"""A rig on a chassis, and a chassis hitched to a rig."""

from typing import Literal

from msgspec.structs import replace

from ..base.figure import Figure
from ..base.value import FreltError
from ..edit.copies import NewId
from ..edit.traffic import class_for
from ..geometry.measures import main_box
from ..kind.catalog import unread
from ..kind.make import made
from ..kind.substances import GASOLINE
from ..model.carrier import Carrier, Stand, Trailer, Vehicle, kind_of_carrier
from ..model.catalog_entry import Chassis
from ..model.item import Item, Placement, TankPart
from ..model.references import Defined, renamed, rewritten, walked
from ..model.rig import Rig
from ..model.rules import RuleSet
from ..model.state import FillRange, Person, State

Water = Literal["carried", "dumped", "either"]
WATER: dict[Water, str] = {
    "carried": "Water rides along",
    "dumped": "Water is dumped before the road",
    "either": "Water rides along or is dumped",
}


def new_rig(
    choice: Chassis, name: str, new_id: NewId, rules: RuleSet | None = None, water: Water = "either", crew: int = 1
) -> Rig:
    """A rig with an empty chassis and the states people drive in, under the shop's rules.

    water: what is done with it before the road.  crew: how many ride along, as far as there are seats. Dry and leaving are narrow;
    between jobs and on the way home every fill may be met, from what was left with down to the heel.
    """
    states = (
        State(id=new_id("state"), name="In the shop, dry", road=False, fill="drained"),
        State(id=new_id("state"), name="Leaving the yard", fill="full", water=water),
        State(id=new_id("state"), name="Between jobs", water=water),
        State(id=new_id("state"), name="On the way home", water=water),
    )
    rig = Rig(id=new_id("rig"), name=name, states=states, rules=rules or RuleSet())
    return with_chassis(rig, choice, new_id, crew)


def private(rules: RuleSet) -> RuleSet:
    """The rules for ground that is no public road: what is law there asks for nothing; plates and customs stay."""
    off = {"brakes_from": None, "width": None, "height": None, "length": None, "bridge": False, "thresholds": ()}
    name = f"{rules.name}, private ground"
    return replace(rules, id="own", name=name, source=f"{rules.source}; the brief says no public roads", **off)


def every_fill(rig: Rig, new_id: NewId) -> Rig:
    """The rig with one state more on the road, in which every tank may be anywhere: to look at, not to be kept."""
    like = next((s for s in rig.states if s.road), None)
    state = State(id=new_id("state"), name="Every tank anywhere", people=like.people if like is not None else ())
    fills = {a: FillRange(low=0.0, high=t.top) for a, _, t in rig.tanks()}
    return replace(rig, states=(*rig.states, replace(state, fills=fills)))


def with_chassis(rig: Rig, choice: Chassis, new_id: NewId, crew: int = 1) -> Rig:
    """The rig with a chassis: hitched to the one it has, if it is of the other kind. Raises FreltError where it is not.

    A vehicle brings its own fuel tank, and a driver and the rest of the crew in every state on the road.
    """
    carrier = _renewed(choice, new_id)
    if not choice.own:
        carrier = class_for(carrier, rig.curb_side)
    if isinstance(carrier, Trailer):
        rig = replace(rig, vehicle=rig.vehicle and fitted(rig.vehicle, carrier))
        if rig.trailer is not None:
            raise FreltError(
                "this rig has a trailer already: start a new rig on this one, or take the trailer off under Chassis"
            )
        return replace(rig, trailer=carrier)
    if isinstance(carrier, Stand):
        if rig.carriers:
            raise FreltError("a skid by itself stands on no carrier: start a new rig with it")
        return skid_alone(rig, carrier, new_id)
    if rig.vehicle is not None:
        raise FreltError("this rig has a vehicle already: start a new rig on this one, or take the vehicle off under Chassis")
    if rig.trailer is not None:
        carrier = fitted(carrier, rig.trailer)
    states = tuple(_driven(s, carrier, new_id, crew) for s in rig.states)
    return replace(rig, vehicle=carrier, items=(*rig.items, own_fuel(carrier, new_id)), states=states)


AROUND = 1.0  # of the shop's floor beside a skid that is built on it [m]


def as_class(stand: Stand) -> Stand:
    """A stand as a class of it is kept: its floor as large as the skid, without the room around that is given to a rig."""
    x0, y0, x1, y1, _ = main_box(stand)
    long, half = max(x1 - x0 - 2 * AROUND, 0.3), max((y1 - y0) / 2 - AROUND, 0.15)
    outline = ((0.0, -half), (long, -half), (long, half), (0.0, half))
    return replace(stand, decks=(replace(stand.main_deck, outline=outline), *stand.decks[1:]))


def skid_alone(rig: Rig, stand: Stand, new_id: NewId) -> Rig:
    """A skid as long and wide as the class says, on the shop's floor, judged dry and on forks."""
    x0, y0, x1, y1, _ = main_box(stand)
    long, wide = x1 - x0, y1 - y0
    corners = ((0.0, -wide / 2 - AROUND), (long + 2 * AROUND, -wide / 2 - AROUND), (long + 2 * AROUND, wide / 2 + AROUND))
    outline = (*corners, (0.0, wide / 2 + AROUND))
    floor = replace(stand.main_deck, name="Shop floor", origin=(0.0, 0.0, 0.0), outline=outline)
    sizes = {"long": Figure(value=long, source="measured"), "wide": Figure(value=wide, source="measured")}
    entered = {"forks": "from the side"} if long / 2 > rig.forklift.forks else {}  # else it would tip off them
    skid = replace(
        made("skid", new_id("item"), "Skid", sizes, entered), place=Placement(deck=floor.id, u=AROUND + long / 2, v=0.0)
    )
    states = (
        State(id=new_id("state"), name="In the shop, dry", road=False, fill="drained"),
        State(id=new_id("state"), name="In the shop, full", road=False, fill="full"),
        State(id=new_id("state"), name="On the forks, dry", road=False, fill="drained", condition="lifted"),
    )
    return replace(rig, stand=replace(stand, decks=(floor,)), items=(skid,), states=states)


def fitted(vehicle: Vehicle, trailer: Trailer) -> Vehicle:
    """The vehicle with its ball where such a trailer needs one: behind the bumper, or above the rear axle for a gooseneck.

    A height that was not taped is the trailer's own, so that it stands level.
    """
    end = max(u for u, _ in vehicle.main_deck.outline)
    above = vehicle.ball_x is not None and vehicle.ball_x <= vehicle.rear_x + 0.3
    if trailer.coupler == "gooseneck" and not above:
        return replace(vehicle, ball_x=round(vehicle.rear_x - 0.05, 3), ball_z=None)
    if trailer.coupler == "ball" and (vehicle.ball_x is None or above):
        return replace(vehicle, ball_x=round(end + 0.2, 3), ball_z=None)
    return vehicle


def _driven(state: State, vehicle: Vehicle, new_id: NewId, crew: int) -> State:
    if not state.road or not vehicle.seats or any(p.seat for p in state.people):
        return state
    seated = [
        Person(id=new_id("person"), name=f"Crew {n + 1}" if n else "Driver", seat=seat.id)
        for n, seat in enumerate(vehicle.seats[: max(crew, 1)])
    ]
    return replace(state, people=(*state.people, *seated))


def own_fuel(vehicle: Vehicle, new_id: NewId) -> Item:
    """The vehicle's own fuel tank, below its floor ahead of the rear axle; 80 L until it is known better."""
    size = Figure(value=0.8), Figure(value=0.5), Figure(value=0.2)
    part = TankPart(
        id="tank",
        name="Vehicle's own fuel",
        shape="box",
        length=0.8,
        width=0.5,
        height=0.2,
        capacity=Figure(value=0.08, plus_minus=0.02, note="estimate, from memory"),
        liquid=GASOLINE,
        heel=0.05,
    )
    floor = vehicle.main_deck.origin[2]
    return Item(
        id=new_id("item"),
        name="Vehicle's own fuel",
        kind="tank",
        place=Placement(deck=vehicle.main_deck.id, u=max(vehicle.rear_x - 0.95, 0.42), v=-0.4, off=round(0.42 - floor, 3)),
        length=size[0],
        width=size[1],
        height=size[2],
        mass=Figure(value=0.0, note="counted with the empty vehicle"),
        parts=(part,),
        built_in=True,
        locked=True,
    )


RENEWED = {"deck": "deck", "axle": "axle", "seat": "seat"}


def _renewed(choice: Chassis, new_id: NewId) -> Carrier:
    """The carrier with ids of its own, its ratings unknown where they are only typical of the class."""
    carrier = unread(choice.carrier)
    words = {**RENEWED, "carrier": kind_of_carrier(carrier)}
    ids = {d.value: new_id(words[d.what]) for d in walked(carrier) if isinstance(d, Defined) and d.what in words}
    made = rewritten(carrier, renamed(ids, words), lambda what, value: ids.get(value, value) if what in words else value)
    assert made is not None
    if not choice.own:  # what a class has below its floor is from memory: it asks to look, and never condemns
        body = made.body
        wells, zones = (tuple(replace(x, seen=False) for x in listed) for listed in (body.wells, body.zones))
        made = replace(made, body=replace(body, wells=wells, zones=zones))
    return replace(made, origin=f"{'shop' if choice.own else 'class'}: {choice.name}")
