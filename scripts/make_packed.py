"""Write the packed test rigs: rigs of the demo's world as they are really built, 20 to 45 things close together, no plate read,
nothing weighed. Usage: ./run python scripts/make_packed.py. Everything here is invented.

A rig is a list of catalog entries, each put as near as it will go to a corner or an edge of a deck, in the order in which a builder
would; what hangs, hangs on a named wall or door. Each has two levels at least, a pile, a stack of unlike reels, something on a door
where there is one, and one fault that is planted: `PLANTED` says which check must find it.
"""

import sys
from collections.abc import Iterator
from itertools import count
from pathlib import Path

sys.path.insert(0, str(Path(__file__).resolve().parent.parent))

from msgspec.structs import replace

from frelt.app.stock import class_of
from frelt.core.edit.items import add, move
from frelt.core.geometry.measures import main_box
from frelt.core.kind.catalog import taken
from frelt.core.model.carrier import Deck
from frelt.core.model.document import Document, Job
from frelt.core.model.item import Item, Placement
from frelt.core.model.rig import Rig
from frelt.core.model.state import Person
from frelt.core.planning.new_rig import new_rig
from frelt.core.solve import solve
from frelt.core.space.surfaces import hung, possible, with_surface
from frelt.formats.document import encode
from scripts.demo_parts import CATALOG

OUT = Path(__file__).resolve().parent.parent / "tests/fixtures/packed"
INCH = 0.0254
GAP = 0.5 * INCH

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


SPOTS = {  # where on a deck something is wanted: shares of its length and width
    "front left": (0.0, 0.0),
    "front": (0.0, 0.5),
    "front right": (0.0, 1.0),
    "left": (0.5, 0.0),
    "middle": (0.5, 0.5),
    "right": (0.5, 1.0),
    "tail left": (1.0, 0.0),
    "tail": (1.0, 0.5),
    "tail right": (1.0, 1.0),
}
Rect = tuple[float, float, float, float]


class Yard:
    """One rig being laid out."""

    def __init__(self, chassis: str, name: str) -> None:
        self._numbers = count(1)
        choice = class_of(chassis)
        self.rig: Rig = replace(new_rig(choice, name, lambda what: f"{what}-{next(self._numbers)}"), name=name)
        carrier = self.rig.trailer or self.rig.vehicle
        assert carrier is not None
        self.carrier = carrier
        _, y0, _, y1, _ = main_box(carrier)
        self._taken: dict[str, list[Rect]] = {carrier.main_deck.id: []}
        for well in carrier.body.wells:
            side = (y0, y0 + well.inward) if well.side == "left" else (y1 - well.inward, y1)
            self._taken[carrier.main_deck.id].append((well.start, side[0], well.end, side[1]))

    def _deck(self, on: str) -> Deck:
        """The main deck, or the top of a holder by its id; of several boards one by `id:n`."""
        if not on:
            return self.carrier.main_deck
        holder, _, board = on.partition(":")
        return self.rig.item(holder).decks[int(board or 0)]

    def _add(self, entry: str, item_id: str, place: Placement) -> Item:
        base = CATALOG[entry].item
        name = base.name.split(",")[0]
        same = sum(i.name == name or i.name.startswith(f"{name} ") for i in self.rig.items)
        item = replace(taken(CATALOG[entry], item_id), name=f"{name} {same + 1}" if same else name, place=place)
        self.rig = add(self.rig, item)
        return item

    def _room_above(self, on: str) -> float:
        """Height up to the next board of a holder [m]; endless over the last and on a deck."""
        if not on:
            return 10.0
        holder, _, board = on.partition(":")
        decks, n = self.rig.item(holder).decks, int(board or 0)
        return decks[n + 1].origin[2] - decks[n].origin[2] - 0.02 if n + 1 < len(decks) else 10.0

    def put(self, spot: str, *entries: str, on: str = "", tried: tuple[str, ...] = ()) -> None:
        """Entries as near to a spot of a deck as they will go, in either turn, beside what stands there.

        An entry may be `id=name of its own` for its id.
        """
        on = on if any(i.id == on.partition(":")[0] for i in self.rig.items) else ""
        deck = self._deck(on)
        us, vs = [u for u, _ in deck.outline], [v for _, v in deck.outline]
        u0, v0, u1, v1 = min(us), min(vs), max(us), max(vs)
        wanted = (u0 + SPOTS[spot][0] * (u1 - u0), v0 + SPOTS[spot][1] * (v1 - v0))
        there = self._taken.setdefault(deck.id, [])
        for words in entries:
            entry, _, item_id = words.partition("=")
            item = CATALOG[entry].item
            best: tuple[float, float, float, int, Rect] | None = None
            for turns in (0, 1, 2, 3) if item.height.value < self._room_above(on) else ():
                a, b = item.length.value / 2, item.width.value / 2
                a, b = (b, a) if turns % 2 else (a, b)
                if turns > 1 and "reel" not in entry:
                    continue
                for u in self._steps(u0 + a, u1 - a, [x for r in there for x in (r[0] - a - GAP, r[2] + a + GAP)]):
                    for v in self._steps(v0 + b, v1 - b, [y for r in there for y in (r[1] - b - GAP, r[3] + b + GAP)]):
                        box = (u - a, v - b, u + a, v + b)
                        if any(box[0] < r[2] and box[2] > r[0] and box[1] < r[3] and box[3] > r[1] for r in there):
                            continue
                        far = (u - wanted[0]) ** 2 + (v - wanted[1]) ** 2
                        if best is None or far < best[0] - 1e-9:
                            best = (far, u, v, turns, box)
            if best is None:  # what does not fit there stands beside it, or on some other top
                tops = [f"{i.id}:{n}" for i in self.rig.items for n in range(len(i.decks))]
                rest = [t for t in ("", *tops) if t not in tried and t != on]
                if rest:
                    self.put(spot, words, on=rest[0], tried=(*tried, on))
                    continue
                print(f"{self.rig.name}: {entry} stays in the shop")
                continue
            _, u, v, turns, box = best
            there.append(box)
            number = item_id or f"{entry}-{next(self._numbers)}"
            self._add(entry, number, Placement(deck=deck.id, u=round(u, 4), v=round(v, 4), turns=turns))

    def into(self, item_id: str, by: float) -> None:
        """Push a thing forward into the nearest before it on its deck, by so much [m]: the fault that is planted."""
        item = self.rig.item(item_id)

        def half(i: Item) -> tuple[float, float]:
            a, b = i.length.value / 2, i.width.value / 2
            return (b, a) if i.place.turns % 2 else (a, b)

        own = half(item)
        before = [
            (i.place.u + half(i)[0], half(i))
            for i in self.rig.items
            if i.place.deck == item.place.deck
            and i.place.u < item.place.u
            and abs(i.place.v - item.place.v) < own[1] + half(i)[1] - 0.1
        ]
        self.shift(item_id, max(e for e, _ in before) - (item.place.u - own[0]) - by, 0.0)

    def into_one(self, by: float) -> None:
        """Push the first thing that can be pushed so into one neighbor, and into nothing else, by so much [m]."""
        for item in self.rig.items:
            if item.built_in or item.decks:
                continue
            for du, dv in ((-1, 0), (1, 0), (0, -1), (0, 1)):
                for far in (by + GAP, by + 0.05):
                    moved = move(self.rig, item.id, du * far, dv * far)
                    broken = [c for c in solve(moved).checks if c.status == "over" and c.kind in ("overlap", "off deck")]
                    if [c.kind for c in broken] == ["overlap"] and abs((broken[0].load or 0.0) - by) < 0.01:
                        self.rig = moved
                        return

    def over_tail(self, by: float) -> None:
        """Pull what stands nearest to the tail over it, by so much [m]: the fault that is planted."""
        deck = self.carrier.main_deck
        end = max(u for u, _ in deck.outline)

        def edge(item: Item) -> float:
            return item.place.u + (item.width if item.place.turns % 2 else item.length).value / 2

        last = max((i for i in self.rig.items if i.place.deck == deck.id and not i.decks), key=edge)
        self.shift(last.id, end + by - edge(last), 0.0)

    def keep_tail(self, deep: float) -> None:
        """Keep the last of the main deck free, for what hangs on the doors [m]."""
        _, y0, x1, y1, _ = main_box(self.carrier)
        self._taken[self.carrier.main_deck.id].append((x1 - deep, y0, x1, y1))

    @staticmethod
    def _steps(low: float, high: float, edges: list[float]) -> list[float]:
        """Places between two ends at which something may touch another, and a few between."""
        if high < low:
            return []
        even = [low + (high - low) * n / 8 for n in range(9)]
        return sorted({round(x, 4) for x in (*even, *edges) if low - 1e-9 <= x <= high + 1e-9})

    def shift(self, item_id: str, du: float, dv: float) -> None:
        """Move a thing as a builder would not: the fault that is planted."""
        self.rig = move(self.rig, item_id, du, dv)

    def hang(self, surface: str, entry: str, along: float, up: float) -> None:
        """Hang an entry on a wall or door, by the words its deck is called by, at a share of its length and height [m]."""
        carrier = self.rig.trailer or self.rig.vehicle
        assert carrier is not None
        deck = next(d for d in possible(carrier) if surface in d.name.lower())
        if all(d.id != deck.id for d in self.rig.decks):
            self.rig = with_surface(self.rig, carrier, deck)
        item = self._add(entry, f"{entry}-{next(self._numbers)}", Placement(deck=deck.id, u=0.0, v=0.0))
        place = hung(item, deck)
        u0, u1 = min(u for u, _ in deck.outline), max(u for u, _ in deck.outline)
        v0 = min(v for _, v in deck.outline)
        placed = replace(place, u=round(u0 + along * (u1 - u0), 4), v=round(v0 + up, 4))
        self.rig = replace(self.rig, items=tuple(replace(i, place=placed) if i.id == item.id else i for i in self.rig.items))

    def balance(self) -> None:
        """Put the axles where the tongue stays nearest to its window, as such a trailer is ordered; none where wells stand up."""
        trailer = self.rig.trailer
        assert trailer is not None and not trailer.body.wells

        def at(off: float) -> Rig:
            axles = tuple(replace(a, x=round(a.x + off, 3)) for a in trailer.axles)
            return replace(self.rig, trailer=replace(trailer, axles=axles))

        def out(off: float) -> float:
            check = solve(at(off)).check("tongue-share")
            return 0.0 if check is None or check.margin is None else -check.margin

        self.rig = at(min((n * 0.05 for n in range(-24, 25)), key=lambda off: (round(out(off), 4), abs(off))))

    def crew(self, people: int) -> None:
        """So many people in the seats in every state on the road."""
        assert self.rig.vehicle is not None
        seats = self.rig.vehicle.seats
        aboard = tuple(Person(id=f"crew-{n}", seat=s.id) for n, s in enumerate(seats[:people]))
        self.rig = replace(self.rig, states=tuple(replace(s, people=aboard) if s.road else s for s in self.rig.states))


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
    y.put("front left", "water-65-slim-c=water", on="skid")
    y.put("front right", "shelf-48=shelf", on="skid")
    y.put("tail left", "reel-stack-3=stack", on="skid")
    y.put("right", "hot-5-burner=hot", on="skid")
    y.put("tail right", "sh-35-upright=sh", "acid-7=acid", on="skid")
    y.put("front", "pump-12v-7", "jug-25", "jug-25", on="shelf:0")
    y.put("front", "hand-tools", "fittings", "guns-2", on="shelf:1")
    y.put("front", "absorbent", "first-aid", "coil-supply", on="shelf:2")
    y.put("left", "fuel-15-diesel=fuel", "battery-210-lead", on="skid")
    y.put("middle", "mixer-3", "soap-7-s", "charger-40", "buckets-3", "first-aid", on="skid")
    y.put("tail left", "toolbox-24", "coil-supply", "hand-tools", "cones-6")
    y.put("tail right", "reel-12-100", "fittings", "guns-2", "absorbent", "extinguisher")
    y.crew(2)
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
        "spare-wheel",
        "extinguisher",
        "absorbent",
        "eye-wash",
    )
    y.put("front", "toolbox-48", "dryer-20", "coil-20")
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
    y = Yard("pickup-half-55-crew", "Harbor skid, short bed")
    y.put("front", "skid-4=skid")
    y.put("front left", "water-65-slim-c=water", on="skid")
    y.put("tail left", "shelf-48=shelf", on="skid")
    y.put("tail right", "reel-12-100=reel", on="skid")
    y.put("right", "cold-2_5-direct-2700=cold", on="skid")
    y.put("left", "soap-7-s", "pump-12v", on="shelf:0")
    y.put("left", "charger-40", "manuals", "coil-50", on="shelf:1")
    y.put("left", "first-aid", "rain-gear", "fittings", on="shelf:2")
    y.put("middle", "battery-35-lead", "jug-1", "first-aid", on="skid")
    y.put("tail left", "toolbox-24=toolbox", "cones-6", "hand-tools")
    y.put("tail right", "can-5=gas-can", "buckets-3", "coil-50", "rain-gear")
    y.put("tail", "guns-2", "fittings", "extinguisher-small", "manuals", "charger-40")
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


def documents(some: tuple[str, ...] | None = None) -> Iterator[tuple[str, Document]]:
    """Every packed rig, or some of them, by its file's name."""
    for make in RIGS:
        if some is not None and make.__name__.replace("_", "-") not in some:
            continue
        yield make.__name__.replace("_", "-"), Document(job=Job(name=make.__name__.replace("_", " ")), rigs=(make(),))


if __name__ == "__main__":
    OUT.mkdir(parents=True, exist_ok=True)
    for name, document in documents():
        (OUT / f"{name}.frelt.json").write_bytes(encode(document))
        print(name, len(document.rigs[0].items))
