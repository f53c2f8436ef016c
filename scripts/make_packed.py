"""Write the packed test rigs: rigs of the demo's world as they are really built, 20 to 45 things close together, no plate read,
nothing weighed. Usage: ./run python scripts/make_packed.py. Everything here is invented.

A rig is a list of catalog entries, each put as near as it will go to a corner or an edge of a deck, in the order in which a builder
would; what hangs, hangs on a named wall or door. Each has two levels at least, a pile, a stack of unlike reels, something on a door
where there is one, and one fault that is planted: `PLANTED` says which check must find it.
"""

import sys
from collections.abc import Iterator
from pathlib import Path

sys.path.insert(0, str(Path(__file__).resolve().parent.parent))

from msgspec.structs import replace

from frelt.core.geometry.frames import Frames
from frelt.core.kind.capability import can
from frelt.core.model.document import Document, Job
from frelt.core.model.rig import Forklift, Rig
from frelt.core.model.tie_down import Lock
from frelt.core.tie_down.hold_all import hold_all
from frelt.formats.document import encode
from scripts.plumbing import PACKED
from scripts.yard import INCH, Yard

OUT = Path(__file__).resolve().parent.parent / "tests/fixtures/packed"

# The check that must be over for the fault that is planted in each.
PLANTED = {
    "barn-closed": "apart:SH:fuel",
    "hull-closed": "overlap",
    "playground-skid": "overlap",
    "ballast-skid": "apart:SH:acid",
    "quay-recovery": "off-deck",
    "tram-tray": "off-deck",
    "shelter-van": "apart:SH:fuel",
    "solar-gooseneck": "overlap",
    "hull-open": "off-deck",
    "harbor-skid": "overlap",
}


KIT = ("jug-25", "guns-2", "hand-tools", "fittings", "absorbent", "first-aid", "cones-6", "buckets-3")


def barn_closed() -> Rig:
    y = Yard("enclosed-16-tandem", "Barn trailer, closed, two stations")
    y.keep_tail(0.4)
    y.put("front left", "sh-65-upright=sh", "soap-20-s")
    y.put("front right", "shelf-48=shelf", "stand-low=stand")
    y.put("middle", "water-210-upright=water")
    y.put("tail left", "hot-8-120=hot")
    y.put("tail right", "cold-8-belt=cold", "fuel-12-narrow=fuel")
    y.put("left", "reel-stack-2=stack-a", "reel-18-300")
    y.put("right", "reel-stack-2=stack-b", "reel-soft-200")
    y.put("left", "pump-12v-7", "soap-15", on="stand")
    y.put("left", "jug-1=sh-jug-1", "jug-1=sh-jug-2", "can-5=gas-can", on="shelf:0")
    y.put("left", "fittings", "hand-tools", "guns-2", on="shelf:1")
    y.put("front", "mixer-3", "battery-75-lead", "toolbox-24", "buckets-3", "absorbent", "first-aid", "extinguisher", "cones-6")
    y.hang("rear", "cleaner-20-hung-none", 0.28, 0.5)
    y.hang("left wall", "rack-wall", 0.45, 1.5)
    return y.rig


def hull_closed() -> Rig:
    y = Yard("enclosed-85x20-tandem", "Hull trailer, closed, two crews")
    y.keep_tail(0.35)
    y.put("front left", "water-225-lid-float=water-a", "soap-20-s", "soap-20-s")
    y.put("right", "water-225-lid-float=water-b")
    y.put("front right", "stand-high=stand")
    y.put("tail left", "hot-8-120=hot", "fuel-15-diesel", "generator-5_5")
    y.put("tail right", "cold-8-gear-3500=cold", "battery-210-lead")
    y.put("left", "reel-stack-3=stack", "reel-18-250", "reel-soft-150")
    y.put("right", "reel-stack-2", "reel-supply-150", "reel-air-50", "compressor-8")
    y.put("front", "sh-35-upright", "soap-7-s", "pump-12v", "battery-35-lead", on="stand")
    y.put(
        "front",
        "toolbox-48",
        "mixer-dial",
        "charger-40",
        "inverter-1",
        "drum-30",
        "cooler",
        "buckets-3",
        "cones-6",
        "first-aid",
    )
    y.put("middle", "cleaner-24-stan-none", "extinguisher")
    y.put("middle", "spare-wheel=wheel")
    y.hang("rear", "cleaner-16-hung-none", 0.3, 0.5)
    y.hang("right wall", "rack-wall", 0.3, 1.55)
    y.into("stack", 2 * INCH)
    return y.rig


def playground_skid() -> Rig:
    y = Yard("pickup-34-675-crew", "Playground skid, heaped")
    y.put("front", "skid-65=skid")
    y.put("front left", "water-65-slim-c=water", on="skid")
    y.put("tail left", "reel-stack-2=stack", on="skid")
    y.put("front right", "shelf-48=rack", on="skid")
    y.put("tail right", "cold-2_5-direct-2700=machine", on="skid")
    y.put("front", "soap-7-s", "pump-12v-7", on="rack:0")
    y.put("front", "jug-25", "hand-tools", "coil-50", on="rack:0")
    y.put("front", "fittings", "first-aid", "manuals", on="rack:1")
    y.put("front", "rain-gear", "guns-2", "charger-40", on="rack:2")
    y.put(
        "left",
        "battery-75-lead",
        "mixer-2",
        "fuel-6-gasoline=fuel",
        "extinguisher-small",
        "jug-1",
        "buckets-3",
        "can-5",
        on="skid",
    )
    y.into_one(2 * INCH)
    y.crew(3)
    return y.rig


def ballast_skid() -> Rig:
    y = Yard("pickup-1-8-dual", "Ballast skid, hot, heaped")
    y.put("front", "skid-8=skid")
    y.put("tail right", "hot-5-burner=hot", on="skid")
    y.put("front left", "water-65-slim-c=water", on="skid")
    y.put("left", "reel-stack-unlike=stack", on="skid")
    y.put("front right", "shelf-48=shelf", on="skid")
    y.put("left", "sh-15-box=sh", "jug-25", on="shelf:0")
    y.put("left", "acid-7=acid", "pump-12v-7", on="shelf:1")
    y.put("front", "absorbent", "first-aid", "hand-tools", on="shelf:2")
    y.put("left", "fuel-15-diesel=fuel", "battery-75-lead", on="skid")
    y.put("middle", "soap-7-s", "charger-40", "buckets-3", on="skid")
    y.put("tail left", "toolbox-24", "coil-supply", "cones-6", "extinguisher")
    y.kit("hand-tools", "fittings", "rain-gear", "absorbent")
    y.crew(2)
    y.rig = replace(y.rig, forklift=Forklift(forks=1.83))
    return y.rig


def quay_recovery() -> Rig:
    y = Yard("deckover-20-tandem", "Quay recovery trailer, two tanks")
    y.put("left", "water-275-upright-c=fresh", "settling-50")
    y.put("right", "water-275-upright-c=dirty", "soap-35-s=soap")
    y.put("left", "vac-engine=vac", "pump-air", "compressor-20", "filter-3")
    y.put("right", "hot-8-120=hot", "fuel-30-diesel", "battery-210-lead")
    y.put("middle", "cold-8-belt=cold", "fuel-22-gasoline", "generator-7")
    y.put("tail left", "reel-vac-100", "reel-18-300", "reel-supply-150")
    y.put("tail right", "reel-stack-2-wide=stack", "shelf-48=shelf")
    y.put("left", "jug-25", "can-5-diesel", "fittings", on="shelf:0")
    y.put("left", "hand-tools", "guns-2", "first-aid", on="shelf:1")
    y.put(
        "tail",
        "cleaner-19-stan-yes",
        "coil-vac",
        "cones-6",
        "buckets-3",
        "extinguisher",
        "absorbent",
        "eye-wash",
    )
    y.put("front", "toolbox-24", "dryer-20", "coil-20")
    y.over_tail(0.1)
    y.balance()
    return y.rig


def tram_tray() -> Rig:
    y = Yard("tray-light", "Tram stop tray truck")
    y.put("front left", "water-165-upright-c=water")
    y.put("front right", "chem-300-box=chem")
    y.put("left", "hot-5-burner=hot")
    y.put("tail right", "reel-stack-2=stack")
    y.put("tail left", "reel-18-250=reel", "cleaner-24-stan-none=cleaner")
    y.put("right", "stand-level=stand", "fuel-15-diesel")
    y.put("middle", "pump-12v-7", "battery-75-lead", "mixer-2", on="stand")
    y.put(
        "middle",
        "toolbox-24",
        "soap-10-n",
        "soap-10-n",
        "charger-40",
        *KIT,
        "extinguisher-small",
        "rain-gear",
        "brooms",
        "jug-1",
    )
    y.over_tail(0.1)
    y.crew(2)
    return y.rig


def shelter_van() -> Rig:
    y = Yard("van-long-high", "Shelter van, three people")
    y.keep_tail(0.3)
    y.put("front left", "water-100-upright-c=water", "sh-15-box=sh")
    y.put("front right", "cold-4-direct=cold", "shelf-48=shelf")
    y.put("left", "water-65-slim-c", "reel-soft-150")
    y.put("tail left", "reel-stack-2=stack")
    y.put("tail right", "reel-12-100", "pure-di")
    y.put("left", "jug-1=sh-jug", "can-5=gas-can", "fittings", on="shelf:0")
    y.put("left", "guns-2", "hand-tools", "first-aid", on="shelf:1")
    y.put("left", "manuals", "rain-gear", on="shelf:2")
    y.put(
        "middle",
        "pump-12v-7",
        "battery-75-lead",
        "soap-10-n",
        "toolbox-24",
        "buckets-3",
        "mixer-dial",
        "inverter-1",
        "charger-40",
    )
    y.put("middle", "extinguisher-small", "absorbent", "blower")
    y.hang("rear", "cleaner-16-hung-none", 0.45, 0.6)
    y.crew(3)
    return y.rig


def solar_gooseneck() -> Rig:
    y = Yard("gooseneck-24-tandem", "Solar gooseneck, purified water")
    y.put("left", "water-325-upright-c=water-a", "water-210-upright=water-c")
    y.put("right", "water-325-upright-c=water-b", "pure-ro=ro")
    y.put("front left", "toolbox-48", "toolbox-48")
    y.put("front right", "generator-7=gen", "battery-280-lithium", "inverter-3")
    y.put("front", "shelf-48=shelf", "filter-3", "pure-di", "pure-di", "pump-12v-7", "pump-12v-7")
    y.put("tail left", "reel-stack-3=stack", "reel-pole-60")
    y.put("tail right", "reel-stack-2-wide", "reel-supply-150")
    y.put("left", "soap-7-s", "jug-1", "first-aid", on="shelf:0")
    y.put("left", "hand-tools", "fittings", "guns-2", on="shelf:1")
    y.put(
        "tail",
        "cleaner-20",
        "coil-supply",
        "cones-6",
        "buckets-3",
        "cooler",
        "spare-wheel",
        "extinguisher",
        "brooms",
        "rain-gear",
    )
    y.into("ro", 5 * INCH)
    y.balance()
    return y.rig


def hull_open() -> Rig:
    y = Yard("open-7x18-tandem", "Hull trailer, open")
    y.put("left", "water-225-lid-float=water")
    y.put("front left", "soap-20-s", "toolbox-48")
    y.put("front right", "sh-55-upright=sh", "stand-low=stand", "soap-15")
    y.put("tail left", "cold-8-gear-3500=cold-a", "fuel-22-gasoline=fuel")
    y.put("tail right", "cold-5-gear-3500=cold-b", "reel-soft-200")
    y.put("right", "reel-stack-2=stack", "reel-18-300")
    y.put("front", "pump-12v-7", "battery-35-lead", "fittings", on="stand")
    y.put("tail", "reel-supply-100", "cleaner-24-stan-none=cleaner")
    y.put("middle", "mixer-3", *KIT, "spare-wheel", "coil-50", "extinguisher", "rain-gear")
    y.over_tail(0.1)
    y.balance()
    return y.rig


def harbor_skid() -> Rig:
    y = Yard("pickup-half-6-extended", "Harbor skid, short bed")
    y.rack("ladder-rack-bed=rack", "ladder-24=ladder")
    y.put("front", "skid-4=skid")
    y.put("front left", "water-50-slim-c=water", on="skid")
    y.put("front right", "stand-low=stand", on="skid")
    y.put("tail left", "frame-reel=frame", on="skid")
    y.put("middle", "reel-12-100=reel", on="frame:0")
    y.put("middle", "reel-air-50=reel-up", on="frame:1")
    y.put("front", "cold-2_5-direct-2700=cold", on="stand")
    y.under("stand", "battery-35-lead", "battery-35-lead")
    y.put("tail right", "soap-7-s", "pump-12v", on="skid")
    y.put("tail right", "can-5=gas-can", "jug-25", on="skid")
    y.put("tail left", "toolbox-24=toolbox")
    y.put("tail", "buckets-3", "extinguisher-small", "first-aid")
    y.put("tail right", "coil-50", "coil-supply", "cones-6")
    y.kit("guns-2", "fittings", "hand-tools", "rain-gear", "manuals", "charger-40", "brooms")
    y.put("middle", "part-line-filter", "part-strainer", "part-gauge", on="skid")
    y.into_one(2 * INCH)
    y.crew(2)
    return y.rig


RIGS = (
    barn_closed,
    hull_closed,
    playground_skid,
    ballast_skid,
    quay_recovery,
    tram_tray,
    shelter_van,
    solar_gooseneck,
    hull_open,
    harbor_skid,
)


def held_down(rig: Rig) -> Rig:
    """With straps and bolts on everything for which there is room; what they may bear is unread, as on most rigs."""
    found = hold_all(rig, Frames(rig))
    locks = tuple(Lock(id=f"P{n}", item=i.id, kind="pin") for n, i in enumerate(rig.items) if can(i, "run off") and n % 2)
    return replace(found.rig, tie_down=replace(found.rig.tie_down, locks=locks))


def documents(some: tuple[str, ...] | None = None) -> Iterator[tuple[str, Document]]:
    """Every packed rig, or some of them, by its file's name."""
    for make in RIGS:
        if some is not None and make.__name__.replace("_", "-") not in some:
            continue
        name = make.__name__.replace("_", "-")
        yield name, Document(job=Job(name=name.replace("-", " ")), rigs=(held_down(PACKED[name](make())),))


if __name__ == "__main__":
    OUT.mkdir(parents=True, exist_ok=True)
    for name, document in documents():
        (OUT / f"{name}.frelt.json").write_bytes(encode(document))
        print(name, len(document.rigs[0].items))
