"""What such a rig usually carries and nobody counted: one catch-all a rig, a mass with its ± at the middle of a deck.

It is the sum of what `planning.uncounted` lists, until somebody counts it, waves it off, or tells the mass. What is looked for is
common practice, no published source; the masses are the catalog's (a test holds that), or the fit-out's own reckoning.
"""

from collections.abc import Callable
from math import pi
from operator import eq
from typing import get_args

from msgspec import Struct

from ..base.figure import Figure
from ..base.kept import Each, Memo
from ..geometry.frames import Frames
from ..geometry.measures import deck_length
from ..geometry.polygon import centroid
from ..kind.capability import can
from ..kind.registry import given, kind_of
from ..kind.substances import WATER
from ..model.carrier import Carrier
from ..model.fit_out import Allowance, FitOut
from ..model.item import HosePart, Item
from ..model.rig import Rig
from .fit_out import COVERS, EACH, counts, cover_mass
from .weigh import weigh

DOUBT = 0.5  # of what is usually carried: half of it may be left at home, or as much again ride along; an estimate
FAR = 0.25  # of the deck's length that its middle may be off
ALLOWANCES: tuple[Allowance, ...] = get_args(Allowance)


class Kit(Struct, frozen=True):
    """What decides which usual things belong to a rig: traits of all its things, and whether it stands on a trailer."""

    engine: bool
    sh: bool
    acid: bool
    fuel: bool  # by trait
    fuel_tank: bool
    burner: bool
    washes: bool
    soft: bool
    trailer: bool


class Usual(Struct, frozen=True):
    """Something a rig usually carries, by its entry in the catalog. kind, what: things of that kind are it too.

    mass: what the entry weighs [kg].  when: for which rigs.
    """

    entry: str
    name: str
    why: str
    mass: float
    kind: str = ""
    what: str = ""
    when: Callable[[Kit], bool] = lambda kit: True


USUAL: tuple[Usual, ...] = (
    Usual(
        "fuel-12-narrow",
        "Fuel for the engines",
        "an engine is aboard and no fuel",
        45.1,
        when=lambda kit: kit.engine and not kit.fuel_tank,
    ),
    Usual("toolbox-24", "Hand tools in a box", "something always breaks", 19.4, "toolbox"),
    Usual("ladder-24", "Extension ladder", "most jobs want one", 26.9, "ladder", when=lambda kit: kit.washes or kit.soft),
    Usual("rain-gear", "Wet gear and rain gear", "heavier on the way home", 3.0, "gear", "rain gear"),
    Usual("guns-2", "Guns and lances", "they ride along", 6.4, "gear", "gun and lance", lambda kit: kit.washes),
    Usual("coil-50", "Spare hose", "hose bursts", 5.4, "hose-coil", when=lambda kit: kit.washes),
    Usual("fittings", "Fittings and seals", "a case of them", 9.0, "gear", "fittings case"),
    Usual("cleaner-20", "Surface cleaner", "for flat work", 15.0, "cleaner", when=lambda kit: kit.washes),
    Usual("bag", "Crew bags", "people's own things", 16.0, "gear", "people's gear"),
    Usual("cooler", "Drinking water", "for a day's work", 13.0, "gear", "water cooler"),
    Usual("cones-6", "Cones", "to keep people off wet ground", 13.2, "gear", "cones"),
    Usual(
        "extinguisher",
        "Fire extinguisher",
        "fuel is aboard",
        7.5,
        "safety",
        "fire extinguisher",
        lambda kit: kit.engine or kit.fuel or kit.burner,
    ),
    Usual("eye-wash", "Eye wash", "SH is aboard", 4.0, "safety", "eye wash", lambda kit: kit.sh or kit.acid),
    Usual(
        "absorbent",
        "Absorbent kit",
        "fuel or chemical is aboard",
        9.0,
        "safety",
        "absorbent kit",
        lambda kit: kit.fuel or kit.sh or kit.acid,
    ),
    Usual("spare-wheel", "Spare wheel", "trailer tires fail", 24.0, when=lambda kit: kit.trailer),
)


class Facts(Struct, frozen=True):
    """What one item says of the whole. usual: bits of what it is.  traits: bits, see `TRAITS`.  water: in dry hoses [kg].

    counts: for each allowance.  mass: dry [kg].
    """

    usual: int
    traits: int
    water: float
    counts: tuple[int, ...]
    mass: float


TRAITS = ("engine", "SH", "acid", "fuel", "burner")
FUEL_TANK, WASHES, SOFT = 1 << len(TRAITS), 2 << len(TRAITS), 4 << len(TRAITS)
_facts: Each[Facts] = Each()
_sums: Memo[Figure] = Memo(16, eq)  # a thing that was moved has the facts it had


class NobodyCounted(Struct, frozen=True):
    """The catch-all. mass: [kg].  carrier: whose frame x, y lie in [m].  along: ± of x [m].  told: whether somebody said it."""

    mass: Figure
    carrier: str
    x: float
    y: float
    along: float
    told: bool = False


def is_one(item: Item, usual: Usual) -> bool:
    """Whether an item is such a thing: taken from its entry, or of its kind."""
    if item.origin.endswith(f": {usual.entry}"):
        return True
    return bool(usual.kind) and item.kind == usual.kind and (not usual.what or given(item).word("what") == usual.what)


def dry_water(item: Item) -> float:
    """Water that hoses hold which are counted dry [kg]."""
    volume = sum(pi / 4 * p.bore**2 * p.length for p in item.parts if isinstance(p, HosePart) and p.holds is None)
    if volume <= 0 or given(item).word("make") in ("air", "vacuum"):
        return 0.0
    return volume * WATER.density.value


def kit_of(rig: Rig, frames: Frames) -> Kit:
    """What its things are together."""
    return _kit(rig, _all_facts(rig, frames))


def wanted(rig: Rig, carrier: Carrier) -> tuple[FitOut, ...]:
    """The fit-out a carrier usually has: allowances for what is mounted, a coating on a bare floor, panels on bare walls.

    A class's own panels are in its empty weight.
    """
    deck = carrier.main_deck
    found = [FitOut(id=what, what=what, deck=deck.id) for what in ALLOWANCES]
    if deck.surface != "coated":
        found.append(
            FitOut(id="floor coating", what="floor coating", deck=deck.id, thickness=COVERS["floor coating"].thickness)
        )
    body = carrier.body
    if body.kind in ("enclosed", "box") and body.wall > 0 and not carrier.origin.startswith("class:"):
        us, vs = [u for u, _ in deck.outline], [v for _, v in deck.outline]
        around = (2 * (max(us) - min(us)) + max(vs) - min(vs)) * body.wall
        panels = COVERS["wall panels"].thickness
        found.append(
            FitOut(id="wall panels", what="wall panels", deck=deck.id, thickness=panels, area=around, rise=body.wall / 2)
        )
    return tuple(found)


def nobody_counted(rig: Rig, frames: Frames) -> NobodyCounted | None:
    """The catch-all of a rig; None where nothing is aboard yet, or nothing is left that nobody counted."""
    facts = _all_facts(rig, frames)
    own = [(frames.carrier_of.get(i.id, ""), f) for i, f in zip(rig.items, facts, strict=True) if not i.built_in]
    bears: dict[str, float] = {}
    for carrier_id, f in own:
        bears[carrier_id] = bears.get(carrier_id, 0.0) + f.mass
    bears.pop("", None)
    if not bears:
        return None
    carrier = rig.carrier(max(bears, key=lambda c: bears[c]))
    told = rig.nobody_counted
    mass = told or _sums.get(
        frames.kept,
        rig.id,
        (
            tuple(facts),
            tuple(c for c, _ in own),
            rig.waved,
            rig.kit,
            rig.fit_out,
            bool(rig.plumbing.lines),
            rig.tie_down.straps,
            rig.trailer,
            rig.vehicle,
            rig.stand,
        ),
        lambda: _sum(rig, facts, own, [c for c in rig.carriers if c.id in bears]),
    )
    if mass.value <= 0 and mass.plus_minus <= 0:
        return None
    deck = carrier.main_deck
    x, y, _ = frames.decks[deck.id].point((*centroid(deck.outline), 0.0))
    return NobodyCounted(mass, carrier.id, x, y, FAR * deck_length(carrier), told is not None)


def _all_facts(rig: Rig, frames: Frames) -> list[Facts]:
    return _facts.get(frames.kept, rig.id, rig.items, rig.items, lambda item, _: _facts_of(item))


def _facts_of(item: Item) -> Facts:
    if item.built_in:
        return Facts(0, 0, 0.0, (0,) * len(ALLOWANCES), 0.0)
    natures = {t.nature for t in kind_of(item).traits(item)}
    traits = sum(1 << n for n, nature in enumerate(TRAITS) if nature in natures)
    traits |= FUEL_TANK if any(t.liquid.is_fuel for t in item.tanks) else 0
    traits |= (WASHES if can(item, "wash") else 0) | (SOFT if can(item, "soft wash") else 0)
    usual = sum(1 << n for n, u in enumerate(USUAL) if is_one(item, u))
    return Facts(usual, traits, dry_water(item), tuple(counts(item, a) for a in ALLOWANCES), weigh(item).value)


def _kit(rig: Rig, facts: list[Facts]) -> Kit:
    bits = 0
    for f in facts:
        bits |= f.traits
    engine, sh, acid, fuel, burner = (bool(bits >> n & 1) for n in range(len(TRAITS)))
    return Kit(
        engine, sh, acid, fuel, bool(bits & FUEL_TANK), burner, bool(bits & WASHES), bool(bits & SOFT), rig.trailer is not None
    )


def _sum(rig: Rig, facts: list[Facts], own: list[tuple[str, Facts]], carriers: list[Carrier]) -> Figure:
    """Everything usual that is neither there nor waved off [kg]."""
    there, waved, kit = 0, {*rig.waved, *(k.usual for k in rig.kit)}, _kit(rig, facts)
    for f in facts:
        there |= f.usual
    total = sum(u.mass for n, u in enumerate(USUAL) if not there >> n & 1 and u.entry not in waved and u.when(kit))
    total += sum(f.water for i, f in zip(rig.items, facts, strict=True) if f.water and f"hose {i.id}" not in waved)
    have = {(f.what, f.deck) for f in rig.fit_out}
    for carrier in carriers:
        for entry in wanted(rig, carrier):
            if (entry.what, entry.deck) in have or f"{entry.what} {entry.deck}" in waved:
                continue
            if entry.what == "plumbing" and rig.plumbing.lines:
                continue  # counted as what is drawn
            if entry.what in EACH:
                n = ALLOWANCES.index(entry.what)
                tied = {x.item for x in rig.tie_down.straps} if entry.what == "brackets" else set()
                listed = zip((i for i in rig.items if not i.built_in), own, strict=True)
                total += EACH[entry.what][0] * sum(f.counts[n] for i, (c, f) in listed if c == carrier.id and i.id not in tied)
            else:
                total += cover_mass(entry, carrier.main_deck).value
    note = "what such a rig usually carries and nobody counted, from memory: count it, wave it off, or say what it comes to"
    return Figure(value=total, plus_minus=DOUBT * total, note=note)
