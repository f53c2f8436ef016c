"""Write the shipped chassis classes and the demo shop's rigs, from code that can be read.

Usage: ./run python scripts/make_demo.py. Everything here is invented; sizes of the chassis
classes are estimates from memory.
"""

from pathlib import Path

import msgspec
from msgspec.structs import replace

from frelt.core import kinds as _kinds  # noqa: F401
from frelt.core.carrier import Axle, Body, Deck, Door, Tires, Trailer, TrailerEmpty, TrailerRatings
from frelt.core.catalog import Chassis, taken
from frelt.core.document import Document, Job, LogEntry
from frelt.core.figure import Figure, plate
from frelt.core.item import Item, Placement
from frelt.core.rig import Rig, Wish
from frelt.core.state import FillRange, State
from frelt.core.units import LB
from frelt.formats.catalog import read_catalog
from frelt.formats.document import encode

DATA = Path(__file__).resolve().parent.parent / "frelt/data"
CATALOG = {e.item.id: e for e in read_catalog((DATA / "catalog/equipment.csv").read_bytes())}
MEMORY = "estimate, from memory"


def trailer(
    name: str, length: float, width: float, axles: list[float], coupler: float, weights: tuple[float, float], **more: object
) -> Trailer:
    """A trailer with a straight deck; weights are tongue and axles empty [kg]."""
    half = width / 2
    deck = Deck(
        id="floor",
        name="Deck",
        on="trailer",
        origin=(0.0, 0.0, 0.6),
        outline=((0, -half), (length, -half), (length, half), (0, half)),
    )
    tires = Tires(diameter=0.68, width=0.205)
    listed = tuple(
        Axle(id=f"axle-{i + 1}", name=f"Axle {i + 1}" if len(axles) > 1 else "Axle", x=x, track=width + 0.26, tires=tires)
        for i, x in enumerate(axles)
    )
    tongue, on_axles = weights
    empty = TrailerEmpty(
        tongue=Figure(value=tongue, plus_minus=round(tongue * 0.3), note=MEMORY, origin="class"),
        axles=Figure(value=on_axles, plus_minus=round(on_axles * 0.15), note=MEMORY, origin="class"),
        height=Figure(value=0.55, plus_minus=0.15, note=MEMORY),
    )
    return Trailer(
        id="trailer",
        name=name,
        coupler_x=coupler,
        jack_x=round(coupler + 0.3, 3),
        axles=listed,
        decks=(deck,),
        empty=empty,
        **more,
    )


CLASSES = (
    Chassis(
        id="open-10-single",
        name="Open trailer, 10 ft, single axle",
        trailer=trailer("Open trailer, 10 ft", 3.05, 1.60, [1.75], -1.05, (38, 322), body=Body(rail=0.3)),
    ),
    Chassis(
        id="open-14-tandem",
        name="Open trailer, 14 ft, tandem axle",
        trailer=trailer("Open trailer, 14 ft", 4.27, 2.08, [2.10, 2.96], -1.30, (82, 718), body=Body(rail=0.3)),
    ),
    Chassis(
        id="enclosed-16-tandem",
        name="Enclosed trailer, 16 ft, tandem axle",
        trailer=trailer(
            "Enclosed trailer, 16 ft",
            4.88,
            2.07,
            [2.45, 3.31],
            -1.30,
            (135, 1115),
            body=Body(
                kind="enclosed",
                wall=1.95,
                nose=0.35,
                doors=(
                    Door(id="side-door", name="Side door", side="right", start=0.55, end=1.75),
                    Door(id="rear", name="Ramp", side="rear", start=-0.95, end=0.95, kind="ramp"),
                ),
            ),
        ),
    ),
    Chassis(
        id="gooseneck-24-tandem",
        name="Gooseneck trailer, 24 ft, tandem axle",
        trailer=replace(
            trailer("Gooseneck trailer, 24 ft", 7.32, 2.10, [4.45, 5.35], -2.35, (330, 1770), body=Body(rail=0.3)),
            coupler="gooseneck",
            coupler_z=1.25,
            jack_x=-0.35,
        ),
    ),
)


def put(entry: str, item_id: str, u: float, v: float, name: str = "", turns: int = 0, **more: object) -> Item:
    item = taken(CATALOG[entry], item_id)
    return replace(item, name=name or item.name, place=Placement(deck="floor", u=u, v=v, turns=turns), **more)


def weighed(value: float, note: str) -> Figure:
    return Figure(value=value, plus_minus=10, source="weighed", origin="public scale", note=note)


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
    base = CLASSES[1].trailer
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
            gross=plate(6600 * LB), coupler_gross=plate(7000 * LB), coupler_tongue=plate(700 * LB), jack=plate(2000 * LB)
        ),
    )
    items = (
        put("water-150-leg", "water", 1.930, 0.025, "Water tank", turns=1),
        put("cold-8-belt", "machine", 2.972, -0.432, "Cold machine"),
        put("reel-stack-2", "reels", 0.305, 0.483, "Reel stack", turns=0),
        put("sh-55-upright", "sh", 1.168, 0.457, "SH tank"),
        put("soap-15", "soap", 1.829, -0.787, "Soap tank"),
        put("mixer-3", "mixer", 0.178, -0.178, "Mixing station"),
        put("pump-12v", "pump", 1.092, -0.025, "Soft-wash pump"),
        put("battery-12v", "battery", 0.178, -0.737, "Battery"),
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
        wishes=(Wish(text="Reels at the curb side, forward"),),
    )
    return Document(
        job=Job(name="Hull rinse for a small harbor", customer="Saltmarsh Quay Co-op", washes="boat hulls at a small harbor"),
        rigs=(rig,),
        log=(LogEntry(id="l1", when="2026-04-02T09:20", text="Drawn up from the customer's list", rig="hull-rinse"),),
    )


def barn_wash() -> Document:
    """A barn rig that is wrong although it is right when full: water behind the axles, SH at the nose."""
    base = CLASSES[2].trailer
    axles = tuple(
        replace(a, x=x, rating=plate(3500 * LB), tires=replace(a.tires, rating=plate(1980 * LB, "at 65 psi"), load_index=104))
        for a, x in zip(base.axles, (2.38, 3.24), strict=True)
    )
    carrier = replace(
        base,
        name="Enclosed trailer, 15 ft 9 in",
        axles=axles,
        decks=(replace(base.decks[0], outline=((0, -1.01), (4.80, -1.01), (4.80, 1.01), (0, 1.01)), surface="coated"),),
        empty=TrailerEmpty(
            tongue=weighed(128, "tongue on a platform scale"),
            axles=weighed(1002, "axles on a public scale"),
            height=Figure(value=0.95, plus_minus=0.2),
        ),
        ratings=TrailerRatings(
            gross=plate(7000 * LB), coupler_gross=plate(8000 * LB), coupler_tongue=plate(900 * LB), jack=plate(2000 * LB)
        ),
    )
    items = (
        put("sh-55-upright", "sh", 1.499, -0.330, "SH tank"),
        put("soap-15", "soap", 1.016, -0.025, "Soap tank"),
        put("mixer-3", "mixer", 2.134, -0.762, "Mixing station"),
        put("reel-stack-2", "reels", 0.305, 0.330, "Reel stack"),
        put("water-210-upright", "water", 2.388 + 0.16, 0.178, "Water tank"),
        put("hot-5-burner", "machine", 3.531, -0.254, "Hot machine", turns=1),
        put("battery-12v", "battery", 0.254, -0.152, "Battery"),
        put("toolbox-48", "toolbox", 1.245, 0.686, "Toolbox"),
        put("cleaner-20", "cleaner", 2.565, -0.686, "Surface cleaner"),
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
        wishes=(Wish(text="Walkway to the side door stays free"),),
    )
    return Document(
        job=Job(name="Barn wash between flocks", customer="Three Gates Poultry", washes="poultry barns"),
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
    base = CLASSES[1].trailer
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
            axles=weighed(492, "axles on a public scale"),
            height=Figure(value=0.54, plus_minus=0.1),
        ),
        ratings=TrailerRatings(
            gross=plate(3200 * LB), coupler_gross=plate(5000 * LB), coupler_tongue=plate(500 * LB), jack=plate(1200 * LB)
        ),
    )
    items = (
        put("water-100-slim", "water", 1.95, 0.00, "Pure water tank"),
        put("cold-4-direct", "machine", 3.00, -0.35, "Cold machine"),
        put("reel-38", "reel", 0.45, 0.50, "Supply reel"),
        put("battery-12v", "battery", 0.50, -0.20, "Battery"),
        put("pump-12v", "pump", 1.10, -0.35, "Rinse pump"),
        put("toolbox-48", "toolbox", 3.12, 0.42, "Toolbox"),
        put("box-free", "poles", 1.10, 0.10, "Poles and brushes"),
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


if __name__ == "__main__":
    (DATA / "catalog/chassis.json").write_bytes(msgspec.json.format(msgspec.json.encode(CLASSES), indent=1) + b"\n")
    for name, document in (("barn-wash", barn_wash()), ("hull-rinse", hull_rinse()), ("solar-rinse", solar_rinse())):
        (DATA / f"demo/{name}.frelt.json").write_bytes(encode(document))
        print(name)
