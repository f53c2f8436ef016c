"""The demo shop's rigs with vehicles: a pickup with a skid, a gooseneck pair, a van, a tray truck. All invented."""

from msgspec.structs import replace

from frelt.app.stock import class_of, rule_sets
from frelt.core.base.figure import NOT_RATED, Figure, plate
from frelt.core.base.units import LB
from frelt.core.edit.copies import copy_rig
from frelt.core.kind.catalog import taken, unread
from frelt.core.kind.make import made
from frelt.core.model.carrier import Aboard, Trailer, TrailerEmpty, TrailerRatings, Vehicle, VehicleEmpty, VehicleRatings
from frelt.core.model.document import Document, Job, LogEntry
from frelt.core.model.item import Item, Placement
from frelt.core.model.rig import Bars, Forklift, Rig
from frelt.core.model.state import FillRange, Person, State
from frelt.core.model.wish import Wish
from frelt.core.planning.new_rig import fitted, own_fuel
from scripts.demo_parts import CATALOG, weighed

US_RULES, METRIC_RULES = rule_sets()


def vehicle(name: str, called: str, front: float, rear: float, **more: object) -> Vehicle:
    """A shipped class with plates and weights of its own [kg]."""
    carrier = unread(class_of(name).carrier)
    assert isinstance(carrier, Vehicle)
    weights = VehicleEmpty(
        front=weighed(front, "front axle on a public scale"), rear=weighed(rear, "rear axle on a public scale")
    )
    return replace(carrier, name=called, note="", empty=weights, **more)


def plated(v: Vehicle, front: float, rear: float, tire: float, **ratings: float) -> Vehicle:
    """The vehicle with its stickers read [lb]."""
    axles = [
        replace(a, rating=plate(limit * LB), tires=replace(a.tires, rating=plate(tire * LB)))
        for a, limit in zip(v.axles, (front, rear), strict=True)
    ]
    plates = VehicleRatings(**{k: plate(x * LB) for k, x in ratings.items()})
    return replace(v, front=axles[0], rear=(axles[1],), ratings=plates)


def put(entry: str, item_id: str, deck: str, u: float, v: float, name: str, turns: int = 0, **more: object) -> Item:
    """A catalog entry on a deck [m]."""
    item = taken(CATALOG[entry], item_id)
    more["options"] = {**item.options, **more.get("options", {})}  # type: ignore[dict-item]
    return replace(item, name=name, place=Placement(deck=deck, u=u, v=v, turns=turns), **more)


def measured(value: float) -> Figure:
    """A figure off a tape [m]."""
    return Figure(value=value, source="measured")


def fuel(v: Vehicle) -> Item:
    return replace(own_fuel(v, lambda what: what), id="own-fuel")


def crew(*seats: str) -> tuple[Person, ...]:
    return tuple(Person(id=f"person-{n}", name="Driver" if n == 0 else "Crew", seat=s) for n, s in enumerate(seats))


def empty(*tanks: str) -> dict[str, FillRange]:
    return {f"{t}/tank": FillRange(low=0, high=0) for t in tanks}


def travel(**tops: float) -> dict[str, FillRange]:
    return {f"{t}/tank": FillRange(low=0.02, high=top, now=top) for t, top in tops.items()}


def playground() -> Document:
    """A skid in a pickup bed, right in every fill; and, as a what-if, the same truck with a trailer on distributing bars."""
    base = vehicle("pickup-34-675-crew", "Crew pickup, 6 ft 9 in bed", 1768, 1251)
    truck = plated(
        base, 5000, 6200, 3195, gross=10_000, payload=3190, combination=22_500, tow=13_400,
        receiver_gross=10_000, receiver_tongue=1000, receiver_gross_bars=12_000, receiver_tongue_bars=1200, ball_gross=10_000, ball_tongue=1000,
    )  # fmt: skip
    truck = replace(truck, decks=tuple(replace(d, id="bed", on="vehicle") for d in truck.decks))
    base_plate = made("skid", "skid", "Skid base", {"long": measured(1.83), "wide": measured(1.22), "channel": measured(0.1)})
    skid = replace(
        base_plate,
        place=Placement(deck="bed", u=1.14, v=0.0),
        mass=Figure(value=66, plus_minus=4, source="weighed"),
        decks=(replace(base_plate.decks[0], id="skid-top"),),
        held="bolts",
    )
    items = (
        fuel(truck),
        skid,
        put("water-60-lying", "water", "skid-top", -0.580, 0.150, "Rinse water", turns=1),
        put("cold-4-direct", "machine", "skid-top", 0.160, -0.325, "Cold machine", options={"exhaust": "down"}),
        put("reel-38", "reel", "skid-top", 0.630, 0.290, "Pressure reel"),
        put("soap-15", "soap", "skid-top", 0.025, 0.178, "Soap tank", options={"outlet": "right"}),
        put("battery-12v", "battery", "skid-top", 0.745, -0.450, "Battery"),
    )
    day = (
        State(id="shop-dry", name="In the shop, dry", road=False, fills=empty("water", "soap")),
        State(id="lift", name="Skid on the forks", condition="lifted", road=False, fills=empty("water", "soap")),
        State(id="leaving", name="Leaving, two aboard", fills=travel(water=1.0, soap=1.0), people=crew("seat-1", "seat-2")),
        State(id="home", name="Road home", fills=travel(water=0.3, soap=0.5), people=crew("seat-1", "seat-2")),
    )
    rig = Rig(
        forklift=Forklift(rated=plate(1360), centre=0.6, forks=1.07),
        id="playground", name="Playground rinse, skid in a pickup", serial="TH-0040", vehicle=truck, items=items, states=day, rules=US_RULES,
        wishes=(Wish(text="Tailgate opens fully, nothing hangs over it"),),
    )  # fmt: skip
    towing = copy_rig(rig, lambda what: f"pair-{what}-{next(counter)}", "Playground rinse with the mat trailer")
    return Document(
        job=Job(name="Playground rinse", customer="Parish of Nether Wold", washes="playgrounds"),
        rigs=(rig, _with_trailer(towing)),
        log=(
            LogEntry(
                id="l1", when="2026-07-14T10:30", text="Customer asks whether the mat trailer may come along", rig="playground"
            ),
        ),
    )


counter = iter(range(1000))


def _with_trailer(rig: Rig) -> Rig:
    cls = unread(class_of("enclosed-7x14-tandem").carrier)
    assert isinstance(cls, Trailer) and rig.vehicle is not None
    axles = tuple(
        replace(a, id=f"mat-axle-{n + 1}", rating=plate(3500 * LB), tires=replace(a.tires, rating=plate(1820 * LB)))
        for n, a in enumerate(cls.axles)
    )
    towed = replace(
        cls, id="mat-trailer", name="Mat trailer, 14 ft", note="", axles=axles, brakes="electric",
        decks=tuple(replace(d, id="mat-floor", on="mat-trailer") for d in cls.decks),
        empty=TrailerEmpty(tongue=weighed(121, "tongue on a platform scale"), axles=weighed(964, "axles on a public scale"), height=Figure(value=0.9, plus_minus=0.2)),
        ratings=TrailerRatings(gross=plate(7000 * LB), coupler_gross=plate(7000 * LB), coupler_tongue=plate(900 * LB), safety_chain=plate(7900 * LB), jack=plate(2000 * LB)),
    )  # fmt: skip
    mats = (
        put("box-free", "mats", "mat-floor", 1.25, 0.0, "Play mats, stacked"),
        put("water-120-upright", "spare-water", "mat-floor", 2.62, 0.0, "Second rinse water"),
    )
    mats = (
        replace(
            mats[0],
            mass=Figure(value=210, plus_minus=15),
            length=Figure(value=1.2),
            width=Figure(value=1.2),
            height=Figure(value=0.8),
        ),
        mats[1],
    )
    states = tuple(
        replace(
            s,
            fills=s.fills | ({"spare-water/tank": FillRange(low=0.0 if not s.road else 0.02, high=0.0 if not s.road else 1.0)}),
        )
        for s in rig.states
    )
    truck = fitted(rig.vehicle, towed)
    bars = Bars(share=0.6, set_in=next(s.id for s in rig.states if s.road))
    return replace(rig, trailer=towed, vehicle=truck, items=(*rig.items, *mats), states=states, bars=bars)


def ballast() -> Document:
    """A gooseneck pair: right on the road, its tail held by stands when someone works on it."""
    base = vehicle("pickup-1-8-dual", "One-ton crew pickup, dual wheels", 2068, 1476)
    cls = unread(class_of("gooseneck-24-tandem").carrier)
    assert isinstance(cls, Trailer)
    truck = plated(
        base, 6000, 9900, 2835, gross=14_000, payload=5600, combination=32_000, tow=18_200, ball_gross=30_000, ball_tongue=7500
    )
    truck = replace(fitted(truck, cls), decks=tuple(replace(d, id="bed", on="vehicle") for d in truck.decks))
    axles = tuple(
        replace(a, id=f"g-axle-{n + 1}", x=x, rating=plate(7000 * LB), tires=replace(a.tires, rating=plate(3520 * LB)))
        for n, (a, x) in enumerate(zip(cls.axles, (4.74, 5.64), strict=True))
    )
    towed = replace(
        cls, name="Gooseneck trailer, 23 ft 4 in", note="", axles=axles, brakes="electric", stands_x=6.95,
        decks=tuple(replace(d, id="floor", outline=((0, -1.03), (7.11, -1.03), (7.11, 1.03), (0, 1.03))) for d in cls.decks),
        empty=TrailerEmpty(tongue=weighed(322, "ball on a platform scale"), axles=weighed(1688, "axles on a public scale"), height=Figure(value=0.72, plus_minus=0.1)),
        ratings=TrailerRatings(
            gross=plate(14_000 * LB), coupler_gross=plate(20_000 * LB), coupler_tongue=plate(5000 * LB),
            safety_chain=plate(16_200 * LB), jack=plate(10_000 * LB), stands=plate(4000 * LB),
        ),
    )  # fmt: skip
    items = (
        fuel(truck),
        put("water-210-upright", "water-1", "floor", 2.603, 0.051, "Front water", turns=1),
        put("water-210-upright", "water-2", "floor", 3.820, 0.000, "Rear water"),
        put("hot-5-burner", "machine", "floor", 5.200, -0.100, "Hot machine", turns=3),
        put("reel-stack-2", "reels", "floor", 6.720, 0.300, "Reel stack", turns=3),
        put("generator-4", "generator", "floor", 1.740, -0.600, "Generator", turns=1),
        put("soap-15", "soap", "floor", 1.118, 0.076, "Degreaser"),
        put("toolbox-48", "toolbox", "floor", 0.762, -0.533, "Toolbox"),
        put("box-free", "spares", "floor", 0.800, 0.550, "Spare hose and couplings", turns=2),
    )
    full = travel(**{"water-1": 1.0, "water-2": 1.0, "soap": 1.0})
    states = (
        State(id="shop-dry", name="In the shop, dry", road=False, fills=empty("water-1", "water-2", "soap")),
        State(id="leaving", name="To the sidings, full", fills=full, people=crew("seat-1", "seat-2")),
        State(
            id="sidings",
            name="On its jack, stands down",
            condition="parked",
            road=False,
            stands=True,
            fills=travel(**{"water-1": 1.0, "water-2": 1.0, "soap": 1.0}),
        ),
        State(
            id="home",
            name="Road home, drained",
            fills={k: FillRange(low=0, high=0.05) for k in full},
            people=crew("seat-1", "seat-2"),
        ),
    )
    rig = Rig(
        id="ballast",
        name="Ballast wagon wash, gooseneck pair",
        serial="TH-0042",
        trailer=towed,
        vehicle=truck,
        items=items,
        states=states,
        rules=US_RULES,
    )
    return Document(
        job=Job(name="Ballast wagon wash", customer="Brackwater Sidings", washes="rail ballast wagons"),
        rigs=(rig,),
        log=(LogEntry(id="l1", when="2026-08-03T07:45", text="Ball moved two inches ahead of the rear axle", rig="ballast"),),
    )


def shelter() -> Document:
    """A van whose axles hold while its placard does not, and a toolbox whose bolts would meet the exhaust."""
    base = vehicle("van-long-high", "High-roof van, long", 1262, 1094)
    van = plated(base, 4190, 5290, 2680, gross=9050, payload=2450, combination=12_800, tow=5000)
    van = replace(van, decks=tuple(replace(d, id="van-floor", on="vehicle") for d in van.decks), ball_x=None)
    items = (
        fuel(van),
        put("water-150-leg", "water", "van-floor", 1.384, -0.127, "Rinse water", held="straps", options={"outlet": "left"}),
        put(
            "cold-4-direct",
            "machine",
            "van-floor",
            2.743,
            -0.381,
            "Cold machine",
            turns=1,
            held="straps",
            options={"exhaust": "down"},
        ),
        put("reel-38", "reel", "van-floor", 3.035, 0.445, "Pressure reel", held="rack"),
        put("soap-15", "soap", "van-floor", 0.495, -0.610, "Glass soap", held="straps", options={"outlet": "right"}),
        put("toolbox-48", "toolbox", "van-floor", 0.711, 0.610, "Toolbox", held="bolts"),
        put("battery-12v", "battery", "van-floor", 0.457, 0.229, "Battery", held="straps"),
    )
    states = (
        State(id="shop-dry", name="In the shop, dry", road=False, fills=empty("water", "soap")),
        State(id="leaving", name="Early round, two aboard", fills=travel(water=1.0, soap=1.0), people=crew("seat-1", "seat-2")),
        State(id="between", name="Between shelters", fills=travel(water=0.7, soap=0.8), people=crew("seat-1", "seat-2")),
        State(id="home", name="Road home", fills=travel(water=0.2, soap=0.4), people=crew("seat-1", "seat-2")),
    )
    rig = Rig(
        id="shelter", name="Bus shelter round, van", serial="TH-0044", vehicle=van, items=items, states=states, rules=US_RULES
    )
    return Document(
        job=Job(name="Shelter round", customer="Fellside Omnibus", washes="bus shelters"),
        rigs=(rig,),
        log=(
            LogEntry(
                id="l1",
                when="2026-09-02T16:20",
                text="Exhaust and tank below the floor measured from underneath",
                rig="shelter",
            ),
        ),
    )


def tram() -> Document:
    """A light tray truck where traffic keeps left, weighed with its driver aboard, by metric rules."""
    base = vehicle("tray-light", "Cab-over tray truck", 1214, 818)
    axles = (replace(base.front, rating=plate(1950), tires=replace(base.front.tires, rating=plate(1030))),
             replace(base.rear[0], rating=plate(3100), tires=replace(base.rear[0].tires, rating=plate(965))))  # fmt: skip
    assert base.empty is not None
    rode = Aboard(what="Driver, who stayed aboard", mass=Figure(value=84, plus_minus=3, source="weighed"), x=-0.8, y=0.4)
    ratings = VehicleRatings(gross=plate(4490), payload=plate(2350), combination=plate(7900), tow=plate(3500), roof=NOT_RATED)
    truck = replace(
        base, front=axles[0], rear=axles[1:], ratings=ratings, empty=replace(base.empty, aboard=(rode,)), ball_x=None
    )
    truck = replace(
        truck,
        seats=tuple(replace(s, y=-s.y) for s in truck.seats),
        decks=tuple(replace(d, id="tray", on="vehicle") for d in truck.decks),
    )
    items = (
        fuel(truck),
        put("water-210-upright", "water", "tray", 0.889, 0.076, "Water"),
        put("sh-55-upright", "sh", "tray", 1.740, -0.584, "SH tank", options={"outlet": "front"}),
        put("cold-8-belt", "machine", "tray", 2.527, 0.559, "Cold machine", options={"exhaust": "up"}),
        put("reel-stack-2", "reels", "tray", 2.667, -0.610, "Reel stack", turns=2, options={"leaves": "front"}),
        put("mixer-3", "mixer", "tray", 1.676, 0.610, "Mixing station", turns=3),
    )
    states = (
        State(id="depot", name="In the depot, dry", road=False, fills=empty("water", "sh")),
        State(id="leaving", name="Night shift, full", fills=travel(water=1.0, sh=0.6), people=crew("seat-1", "seat-2")),
        State(id="home", name="Back at dawn", fills=travel(water=0.2, sh=0.3), people=crew("seat-1", "seat-2")),
    )
    rig = Rig(
        id="tram",
        name="Tram stop wash, tray truck",
        serial="TH-0046",
        vehicle=truck,
        items=items,
        states=states,
        rules=METRIC_RULES,
        curb_side="left",
    )
    return Document(
        job=Job(name="Tram stop wash", customer="Harbourmoor Tramways", washes="tram stops"),
        rigs=(rig,),
        log=(LogEntry(id="l1", when="2026-09-21T21:00", text="Weighed on the depot scale, driver aboard", rig="tram"),),
    )
