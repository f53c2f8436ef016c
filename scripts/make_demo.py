"""Write the demo shop's rigs, from code that can be read.

Usage: ./run python scripts/make_demo.py. Everything here is invented.
"""

import sys
from itertools import count
from pathlib import Path

sys.path.insert(0, str(Path(__file__).resolve().parent.parent))

from msgspec.structs import replace

from frelt.app.stock import class_of
from frelt.core.base.figure import Figure, plate
from frelt.core.base.units import GALLON, LB
from frelt.core.day.templates import SCHOOLS, template
from frelt.core.edit.weighings import with_weighing
from frelt.core.geometry.frames import Frames
from frelt.core.kind.capability import can
from frelt.core.kind.catalog import taken, unread
from frelt.core.model.brief import Brief, Supplied
from frelt.core.model.carrier import Door, Trailer, TrailerEmpty, TrailerRatings
from frelt.core.model.document import Document, Job, LogEntry
from frelt.core.model.item import Item, Placement
from frelt.core.model.rig import Rig, fill_range
from frelt.core.model.state import FillRange, State
from frelt.core.model.ticket import Reading, Weighing
from frelt.core.model.tie_down import Lock
from frelt.core.model.wish import Wish
from frelt.core.planning.weigh_in import plates, ticket
from frelt.core.scale.as_weighed import as_weighed
from frelt.core.tie_down.hold_all import hold_all
from frelt.formats.document import encode
from scripts.demo_parts import CATALOG, DATA, weighed
from scripts.demo_vehicles import ballast, playground, shelter, tram
from scripts.plumbing import DEMO


def trailer_class(name: str) -> Trailer:
    """A shipped class as a trailer whose plates are not read."""
    carrier = unread(class_of(name).carrier)
    assert isinstance(carrier, Trailer)
    return replace(carrier, note="")


def put(entry: str, item_id: str, u: float, v: float, name: str = "", turns: int = 0, **more: object) -> Item:
    item = taken(CATALOG[entry], item_id)
    more["options"] = {**item.options, **more.get("options", {})}  # type: ignore[dict-item]
    return replace(item, name=name or item.name, place=Placement(deck="floor", u=u, v=v, turns=turns), **more)


def states(
    road: dict[str, FillRange], on_site: dict[str, FillRange], home: dict[str, FillRange], shop: dict[str, FillRange]
) -> tuple[State, ...]:
    return (
        State(id="shop-dry", name="In the shop, dry", road=False, fills=shop),
        State(id="leaving", name="Leaving the yard", fills=road),
        State(id="between", name="Between jobs", fills=on_site),
        State(id="home", name="Road home, rinsed", fills=home),
        State(id="on-jack", name="On site, on the jack", condition="parked", road=False),
    )


def hull_rinse() -> Document:
    """A harbour rig that is right in every fill: tank over the axles, a road range on the SH."""
    base = trailer_class("open-14-tandem")
    axles = tuple(
        replace(
            a,
            x=x,
            rating=plate(3500 * LB),
            tires=replace(a.tires, rating=plate(1940 * LB, "load range D at 65 psi"), load_index=101),
        )
        for a, x in zip(base.axles, (2.02, 2.86), strict=True)
    )
    carrier = replace(
        base,
        name="Quay trailer, 13 ft 5 in",
        axles=axles,
        coupler_x=-1.22,
        jack_x=-0.9,
        decks=(replace(base.decks[0], outline=((0, -0.99), (4.09, -0.99), (4.09, 0.99), (0, 0.99)), surface="plate"),),
        empty=TrailerEmpty(
            tongue=weighed(86, "tongue on a platform scale"),
            axles=weighed(694, "axles on a public scale"),
            height=Figure(value=0.56, plus_minus=0.1),
        ),
        ratings=TrailerRatings(
            gross=plate(6600 * LB),
            coupler_gross=plate(7000 * LB),
            coupler_tongue=plate(700 * LB),
            jack=plate(2000 * LB),
            safety_chain=plate(7600 * LB),
        ),
    )
    items = (
        put("water-150-leg", "water", 1.930, 0.025, "Water tank", turns=1),
        put("cold-8-belt", "machine", 2.972, -0.432, "Cold machine", options={"exhaust": "up"}),
        put("reel-stack-2", "reels", 0.305, 0.483, "Reel stack", options={"leaves": "front"}),
        put("sh-55-upright", "sh", 1.168, 0.457, "SH tank", options={"outlet": "front"}),
        put("soap-15", "soap", 1.829, -0.787, "Soap tank", turns=2, options={"outlet": "right"}),
        put("mixer-3", "mixer", 0.178, -0.178, "Mixing station"),
        put("pump-12v", "pump", 0.940, -0.025, "Soft-wash pump", turns=2),
        put("battery-12v", "battery", 0.203, -0.762, "Battery"),
        put("fuel-12-narrow", "fuel", 2.921, 0.127, "Fuel tank"),
        put("toolbox-48", "toolbox", 3.099, 0.533, "Toolbox"),
    )
    dry = {a: FillRange(low=0, high=0) for a in ("water/tank", "sh/tank", "soap/tank")} | {
        "fuel/tank": FillRange(low=0.03, high=0.5),
        "machine/tank": FillRange(low=0.05, high=1),
    }
    road = {"water/tank": FillRange(low=0.02, high=0.9, now=0.9), "sh/tank": FillRange(low=0.02, high=0.5, now=0.5)}
    between = {"water/tank": FillRange(low=0.02, high=0.5, now=0.3), "sh/tank": FillRange(low=0.02, high=0.4, now=0.3)}
    home = {"water/tank": FillRange(low=0.0, high=0.05), "sh/tank": FillRange(low=0.02, high=0.25, now=0.2)}
    rig = Rig(
        id="hull-rinse",
        name="Harbor hull rinse, 13 ft",
        serial="TH-0031",
        trailer=carrier,
        items=items,
        states=states(road, between, home, dry),
        wishes=(
            Wish(text="Reels at the curb side, forward", kind="stands in", item="reels", u1=1.2, v0=0.0, v1=0.99),
            Wish(text="Second soap tank later", kind="later", u0=3.55, v0=-0.92, u1=4.0, v1=-0.42, mass=20),
            Wish(text="Bow line and fenders stay in reach"),
        ),
    )
    return Document(
        job=Job(
            name="Hull rinse for a small harbor",
            customer="Saltmarsh Quay Co-op",
            washes="boat hulls at a small harbor",
            brief=Brief(
                surfaces=("vehicles",),
                school="12 V diaphragm",
                soft=0.3,
                strength=1.5,
                hours=5 * 3600.0,
                between=1800.0,
                crew=2,
                supplied=(Supplied(what="Their old toolbox", condition="worn", entry="toolbox-48"),),
            ),
        ),
        rigs=(rig,),
        log=(LogEntry(id="l1", when="2026-04-02T09:20", text="Drawn up from the customer's list", rig="hull-rinse"),),
    )


def barn_wash() -> Document:
    """A barn rig that is wrong although it is right when full: water behind the axles, SH at the nose."""
    base = trailer_class("enclosed-16-tandem")
    axles = tuple(
        replace(a, x=x, rating=plate(3500 * LB), tires=replace(a.tires, rating=plate(1980 * LB, "at 65 psi"), load_index=104))
        for a, x in zip(base.axles, (2.38, 3.24), strict=True)
    )
    carrier = replace(
        base,
        name="Enclosed trailer, 15 ft 9 in",
        axles=axles,
        body=replace(
            base.body,
            doors=(
                *base.body.doors,
                Door(id="hatch", name="Mixing hatch", side="left", start=1.75, end=2.45, height=1.5),
            ),
        ),
        decks=(replace(base.decks[0], outline=((0, -1.01), (4.80, -1.01), (4.80, 1.01), (0, 1.01)), surface="coated"),),
        empty=TrailerEmpty(
            tongue=weighed(128, "tongue on a platform scale"),
            axles=weighed(1002, "axles on a public scale"),
            height=Figure(value=0.95, plus_minus=0.2),
        ),
        ratings=TrailerRatings(
            gross=plate(7000 * LB),
            coupler_gross=plate(8000 * LB),
            coupler_tongue=plate(900 * LB),
            jack=plate(2000 * LB),
            safety_chain=plate(7900 * LB),
        ),
    )
    items = (
        put("sh-55-upright", "sh", 1.537, -0.165, "SH tank", turns=1, options={"outlet": "front"}),
        put("soap-15", "soap", 1.956, 0.775, "Soap tank", turns=3, options={"outlet": "left"}),
        put("mixer-3", "mixer", 2.070, -0.775, "Mixing station", turns=2),
        put("reel-stack-2", "reels", 0.305, 0.102, "Reel stack", turns=2),
        put("water-210-upright", "water", 2.553, 0.025, "Water tank", options={"outlet": "right"}),
        put("hot-5-burner", "machine", 3.607, -0.267, "Hot machine", turns=1, options={"exhaust": "up"}),
        put("battery-12v", "battery", 0.241, -0.318, "Battery"),
        put("toolbox-48", "toolbox", 0.622, 0.686, "Toolbox"),
        put("cleaner-20", "cleaner", 4.470, 0.089, "Surface cleaner"),
    )
    dry = {a: FillRange(low=0, high=0) for a in ("water/tank", "sh/tank", "soap/tank")}
    between = {"water/tank": FillRange(low=0.02, high=1.0, now=1.0), "sh/tank": FillRange(low=0.02, high=0.5, now=0.3)}
    home = {"water/tank": FillRange(low=0.0, high=0.05), "sh/tank": FillRange(low=0.02, high=0.3, now=0.2)}
    full = {a: FillRange(low=0.95, high=1.0, now=1.0) for a in ("water/tank", "sh/tank")}
    rig = Rig(
        id="barn-wash",
        name="Poultry barn wash, 16 ft",
        serial="TH-0034",
        trailer=carrier,
        items=items,
        states=states(full, between, home, dry),
        wishes=(Wish(text="Boots and buckets, front left", kind="keep clear", u0=0.45, v0=-1.0, u1=1.15, v1=-0.35),),
    )
    return Document(
        job=Job(
            name="Barn wash between flocks",
            customer="Three Gates Poultry",
            washes="poultry barns",
            brief=Brief(
                surfaces=("concrete", "siding"),
                hot=True,
                winter=True,
                tap=Figure(value=4.5 * GALLON / 60, plus_minus=0.4 * GALLON / 60, source="measured", note="bucket and watch"),
                between=2 * 3600.0,
            ),
        ),
        rigs=(rig,),
        log=(
            LogEntry(
                id="l1",
                when="2026-05-18T14:05",
                text="Water tank set at the back, where the fill hose reaches",
                rig="barn-wash",
            ),
        ),
    )


def solar_rinse() -> Document:
    """A torsion trailer twice: right on a level ball, wrong on the customer's ball, four inches higher."""
    base = trailer_class("open-14-tandem")
    rated = plate(1600 * LB)
    spring = Figure(value=1600 * LB / 0.075, plus_minus=1200, source="maker", note="sags 3 in at its rating")
    axles = tuple(
        replace(a, x=x, rating=rated, rate=spring, tires=replace(a.tires, rating=plate(1100 * LB, "at 50 psi"), load_index=91))
        for a, x in zip(base.axles, (1.98, 2.80), strict=True)
    )
    carrier = replace(
        base,
        name="Panel trailer, 12 ft 10 in",
        axles=axles,
        sharing="independent",
        ball_z=0.45,
        coupler_x=-1.25,
        jack_x=-0.95,
        decks=(replace(base.decks[0], outline=((0, -0.93), (3.91, -0.93), (3.91, 0.93), (0, 0.93))),),
        empty=TrailerEmpty(
            tongue=weighed(68, "tongue on a platform scale"),
            each=(weighed(246, "front axle alone on a public scale"), weighed(246, "rear axle alone on a public scale")),
            height=Figure(value=0.54, plus_minus=0.1),
        ),
        ratings=TrailerRatings(
            gross=plate(3200 * LB),
            coupler_gross=plate(5000 * LB),
            coupler_tongue=plate(500 * LB),
            jack=plate(1200 * LB),
            safety_chain=plate(5200 * LB),
        ),
    )
    items = (
        put("water-100-slim", "water", 2.108, -0.089, "Pure water tank", turns=1, options={"outlet": "left"}),
        put("cold-4-direct", "machine", 3.035, -0.635, "Cold machine"),
        put("reel-38", "reel", 0.419, 0.622, "Supply reel", turns=1),
        put("battery-12v", "battery", 0.394, -0.102, "Battery", turns=3),
        put("pump-12v", "pump", 1.029, 0.051, "Rinse pump"),
        put("toolbox-48", "toolbox", 3.099, 0.279, "Toolbox"),
        put("box-free", "poles", 1.100, -0.350, "Poles and brushes"),
    )
    dry = {"water/tank": FillRange(low=0, high=0)}
    road = {"water/tank": FillRange(low=0.02, high=1.0, now=1.0)}
    half = {"water/tank": FillRange(low=0.02, high=0.6, now=0.4)}
    right = Rig(
        id="solar-rinse",
        name="Solar field rinse, 13 ft",
        serial="TH-0037",
        trailer=carrier,
        items=items,
        states=states(road, half, half, dry),
    )
    high = replace(right, id="solar-high", name="Solar rinse on the customer's ball", serial="", parent=right.id)
    assert high.trailer is not None
    high = replace(high, trailer=replace(high.trailer, ball_z=round(0.45 + 4 * 0.0254, 4)))
    log = (
        LogEntry(id="l1", when="2026-06-30T08:10", text="Customer's ball measured: 4 in higher than level", rig="solar-high"),
    )
    job = Job(name="Panel rinse", customer="Long Meadow Sun Fields", washes="solar fields")
    return Document(job=job, rigs=(right, high), log=log)


DAYS = {
    "barn-wash": 1,
    "hull-rinse": 0,
    "solar-rinse": 0,
    "playground-rinse": 2,
    "ballast-wash": 1,
    "shelter-round": 2,
    "tram-stops": 2,
}


def with_day(document: Document, school: int) -> Document:
    """The first rig of a document with a day."""
    numbers = count(1)
    first = document.rigs[0]
    day = template(first, SCHOOLS[school], lambda what: f"{what}-{next(numbers)}")
    return replace(document, rigs=(replace(first, day=day), *document.rigs[1:]))


def weighed_rig(document: Document) -> Document:
    """The barn rig weighed on its way out, its water three quarters full: 330 lb of crew kit at the tail that nobody has in the rig. Read to 10 lb, as printed."""
    rig = document.rigs[0]
    assert rig.trailer is not None
    frames, state = Frames(rig), rig.state("leaving")
    fills = {a: 0.75 if a == "water/tank" else fill_range(state, a, t).shown for a, _, t in rig.tanks()}
    stood = plates(rig, "each wheel", True)
    blank = tuple(Reading(stood=s, value=1.0) for s in stood)
    made = ticket(
        rig, frames, state, fills, blank, id="ticket-1", when="2026-06-11", place="Grain co-op, Three Gates", scale="platform"
    )
    one = as_weighed(rig, Weighing(ticket=made))
    at = one.columns.starts[rig.trailer.id]
    kit = 330 * LB * (one.rows[:, at] + one.rows[:, at + 1] * 4.56 + one.rows[:, at + 2] * 0.1)
    digits = [round(v / LB / 10) * 10 for v in (one.rows @ one.moments + kit).tolist()]
    readings = tuple(
        Reading(stood=s, value=d * LB, resolution=10 * LB, printed=f"{d}", unit="lb")
        for s, d in zip(stood, digits, strict=True)
    )
    made = replace(made, readings=readings)
    return replace(document, rigs=(with_weighing(rig, made), *document.rigs[1:]), tickets=(made,))


def held_down(rig: Rig) -> Rig:
    """With straps on what keeps liquid, rings read as they are stamped, and bolts by the shop's own table."""
    made = hold_all(rig, Frames(rig)).rig
    tie = made.tie_down
    return replace(
        made,
        tie_down=replace(
            tie,
            anchors=tuple(replace(a, holds=plate(1200 * LB, "stamped on the ring")) for a in tie.anchors),
            bolts=tuple(
                replace(
                    b,
                    tension=Figure(value=380, note="the shop's own pull test"),
                    shear=Figure(value=420, note="the shop's own pull test"),
                )
                for b in tie.bolts
            ),
            blocks=tuple(replace(b, holds=plate(1000 * LB, "the shop's own pull test")) for b in tie.blocks),
            locks=tuple(
                Lock(id=f"P{n}", item=i.id, kind="pin") for n, i in enumerate(made.items) if can(i, "run off", "swing open")
            ),
        ),
    )


if __name__ == "__main__":
    made = {
        "barn-wash": barn_wash(),
        "hull-rinse": hull_rinse(),
        "solar-rinse": solar_rinse(),
        "playground-rinse": playground(),
        "ballast-wash": ballast(),
        "shelter-round": shelter(),
        "tram-stops": tram(),
    }
    for name, document in made.items():
        document = replace(document, rigs=tuple(DEMO[r.id](r) if r.id in DEMO else r for r in document.rigs))
        document = replace(document, rigs=tuple(held_down(r) if name != "barn-wash" else r for r in document.rigs))
        document = with_day(document, DAYS[name])
        if name == "barn-wash":
            document = weighed_rig(document)
        (DATA / f"demo/{name}.frelt.json").write_bytes(encode(document))
        print(name)
