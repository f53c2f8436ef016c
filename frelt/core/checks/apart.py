"""What is kept from what: SH from fuel, engines and batteries, exhaust from plastic, fuel from burners."""

from collections.abc import Iterable, Iterator, Mapping, Sequence
from itertools import combinations_with_replacement

import numpy as np
from msgspec import Struct
from msgspec.structs import replace

from ..base.arrays import Array
from ..base.kept import Each
from ..base.units import Units
from ..geometry.faces import walled
from ..geometry.frames import Frame, Frames
from ..judge.check import Check, CheckKind, register
from ..judge.status import Level, status_of
from ..kind.kind import Box
from ..kind.registry import kind_of
from ..kind.substances import LIQUIDS, NATURES
from ..masses.kit import placed_kit
from ..model.item import Item, Nature
from ..model.liquid import Liquid
from ..model.meets import meet
from ..model.rig import Rig
from ..model.rules import Apart, RuleSet
from ..space.rooms import boxed
from ..space.unsure import in_plan, together

NEAR = 0.5  # of a distance that is wanted: nearer is over, up to the whole of it tight; common practice, no source


class Thing(Struct, frozen=True):
    """Something that is kept apart from others. item: by which it is taken in hand, empty where it is kit on a deck.

    within: the box it is kept in, or empty.  tray: the shelf, stand or tray it stands on, or empty.  liquids: in it.  like: what things of one sort have in common.
    """

    id: str
    name: str
    item: str
    carrier: str
    unsure: float
    loose: bool
    diesel: bool
    within: str
    like: str
    tray: str = ""
    liquids: tuple[Liquid, ...] = ()


IN_TRAY = 0.6  # over which what leaks runs together in a tray or on a shelf [m]; common practice, no source
LIQUID: tuple[Nature, ...] = ("SH", "acid", "oxidizer", "ammonia", "fuel")
AS_LIQUIDS: Mapping[str, tuple[Liquid, ...]] = {
    NATURES[x.substance]: (x,) for x in reversed(LIQUIDS) if x.substance in NATURES
}  # of kit, of which only its nature is said

Known = tuple[Thing, tuple[tuple[Nature, Box], ...]]  # what something is to its neighbors, and where
_known: Each[Known | None] = Each()


def _thing(item: Item, frame: Frame, carrier: str, tray: str) -> Known | None:
    own = tuple((t.nature, boxed(frame, t.box)) for t in kind_of(item).traits(item))
    if not own or item.built_in:
        return None
    like = f"{item.kind} {item.origin or item.id}"
    liquids = tuple(t.liquid for t in item.tanks)
    return Thing(item.id, item.name, item.id, carrier, in_plan(item), _loose(item), _diesel(item), "", like, tray, liquids), own


def _things(rig: Rig, frames: Frames) -> Iterator[Known]:
    """Everything that is something to its neighbors, with what it is and where: things, then kit."""
    on, trays = frames.carrier_of, {d.id: i.id for i in rig.items for d in i.decks}
    for known in _known.get(
        frames.kept, rig.id, rig.items, frames.listed, lambda i, f: _thing(i, f, on[i.id], trays.get(i.place.deck, ""))
    ):
        if known is not None:
            yield known
    for one in placed_kit(rig, frames):
        line = one.line
        if line.nature:
            shut = line.kept == "in a closed box"
            within = line.on if shut and line.on == one.holder else ""
            loose = line.kept not in ("strapped", "in a holder") and not shut
            liquids = AS_LIQUIDS.get(line.nature, ())
            thing = Thing(
                line.id, line.what, one.holder, one.carrier, 0.0, loose, False, within, f"kit {line.what}", one.holder, liquids
            )
            yield thing, ((line.nature, one.box),)


def _findings(rig: Rig, frames: Frames) -> Iterable[Check]:
    by_nature: dict[str, list[tuple[Thing, Box]]] = {}
    for thing, own in _things(rig, frames):
        for nature, box in own:
            by_nature.setdefault(nature, []).append((thing, box))
    if not by_nature:
        return
    found: list[tuple[Thing, Thing, Check]] = []
    walls = {c.id: walled(c) for c in rig.carriers}
    for rule in (*rig.rules.apart, *_more(rig.rules, by_nature)):
        a, b = by_nature.get(rule.a, []), by_nature.get(rule.b, [])
        if {rule.a, rule.b} == {"burner", "fuel"}:  # a burner burns diesel out of its own frame
            a, b = (
                [x for x in own if not x[0].diesel] if nature == "fuel" else own for own, nature in ((a, rule.a), (b, rule.b))
            )
        if not a or not b or rule.distance <= 0:
            continue
        gaps = _gaps(np.array([x[1] for x in a]), np.array([x[1] for x in b]))
        told: set[tuple[str, str]] = set()
        for i, j in np.argwhere(gaps < rule.distance - 1e-3).tolist():
            one, other = a[i][0], b[j][0]
            if one is other or one.carrier != other.carrier or (one.id, other.id) in told:
                continue
            why = rule.why or (meet_at_all(one, other, rig.rules) if _one_tray(one, other) else "")
            if not why:
                continue
            told.add((one.id, other.id))
            mine, theirs = ([k for k, x in enumerate(own) if x[0] is of] for own, of in ((a, one), (b, other)))
            have = float(gaps[mine][:, theirs].min())
            wanted = rule.distance if walls[one.carrier] else _in_the_open(rule)
            if have >= wanted - 1e-3:
                continue
            unsure = together(one.unsure, other.unsure)
            held = status_of(have, low=NEAR * wanted, spread=(1 - NEAR) * wanted, slack=unsure)
            made = Check(
                id=f"apart:{rule.a}:{rule.b}:{one.id}:{other.id}".replace(" ", "-"),
                kind="apart",
                subject=one.name,
                quantity="length",
                status=held.status,
                load=have,
                limit=wanted,
                side="low",
                margin=have - wanted,
                by_rule=True,
                items=tuple(dict.fromkeys(t.item for t in (one, other) if t.item)),
                level=rig.rules.levels.get("apart", _level(rule, rig.rules, one, other)),
                detail=(other.name, why),
            )
            found.append((one, other, made))
    yield from _nearest(found)
    if not found:
        yield Check(id="apart", kind="apart", subject="Things kept apart", quantity="length", status="ok")


def _more(rules: RuleSet, by_nature: Mapping[str, Sequence[tuple[Thing, Box]]]) -> Iterator[Apart]:
    """Liquids of which no rule speaks: in one tray or box the table of what may meet does."""
    trays = {n: {t for x, _ in by_nature[n] for t in (x.tray, x.within) if t} for n in LIQUID if n in by_nature}
    for a, b in combinations_with_replacement(trays, 2):
        if trays[a] & trays[b] and rules.kept_apart(a, b) is None and rules.kept_apart(b, a) is None:
            yield Apart(a=a, b=b, distance=IN_TRAY, why="")


def _nearest(found: list[tuple[Thing, Thing, Check]]) -> Iterable[Check]:
    """One finding of several like things beside the same one: two jugs by a can are one danger, told of the nearer."""
    kept: dict[tuple[str, str, str], list[Check]] = {}
    for one, other, check in sorted(found, key=lambda f: round(f[2].load or 0.0, 6)):
        rule = check.id.rsplit(":", 2)[0]
        near, far = (rule, f"like {one.like}", other.id), (rule, one.id, f"like {other.like}")
        same = kept.get(near) or kept.get(far)
        if same is not None and same[0].level == check.level:
            same.append(check)
            continue
        kept[near] = kept[far] = [check]
    for group in {id(g): g for g in kept.values()}.values():
        first, more = group[0], len(group) - 1
        alike = tuple(f"another like it, {n + 1}" for n in range(more))  # one more of them is another danger, one less is none
        yield replace(first, detail=(*first.detail, str(more)), causes=alike) if more else first


OPEN_AIR = 0.25  # [m] that is enough of an advice in the open, a forearm; common practice, no source


def _in_the_open(rule: Apart) -> float:
    """The distance that is wanted where no walls hold vapor [m]: of what is only advice a forearm, of battery and fuel none."""
    if rule.level == "danger":
        return rule.distance
    return 0.0 if {rule.a, rule.b} == {"battery", "fuel"} else min(rule.distance, OPEN_AIR)


def _level(rule: Apart, rules: RuleSet, one: Thing, other: Thing) -> Level:
    """How grave it is: what must never meet is a danger where both are loose on one tray or in one box and can be spilled together, loose
    SH by loose fuel anywhere; SH by fuel that is held only an advice; else what the rule says."""
    loose = one.loose and other.loose
    if _one_tray(one, other) and (loose or _one_box(one, other)) and meet_at_all(one, other, rules):
        return "danger"
    if {rule.a, rule.b} == {"SH", "fuel"} and not _one_box(one, other) and not loose:
        return "advice"
    return rule.level


def _one_box(one: Thing, other: Thing) -> bool:
    return bool(one.within) and one.within == other.within


def _one_tray(one: Thing, other: Thing) -> bool:
    return _one_box(one, other) or (bool(one.tray) and one.tray == other.tray)


def meet_at_all(one: Thing, other: Thing, rules: RuleSet) -> str:
    """What comes of it where something in one and something in the other are danger together; empty where nothing does."""
    found = (meet(a, b, rules.meets) for a in one.liquids for b in other.liquids)
    return next((m.why for m in found if m.level == "danger"), "")


def _loose(item: Item) -> bool:
    return kind_of(item).carried and item.held not in ("bolts", "straps")


def _diesel(item: Item) -> bool:
    """Whether all the fuel in something is diesel."""
    fuels = [t.liquid.substance for t in item.tanks if t.liquid.is_fuel]
    return bool(fuels) and all(f == "diesel" for f in fuels)


def _gaps(a: Array, b: Array) -> Array:
    """Distances between boxes, (n, m) [m]."""
    off = np.maximum(a[:, None, :3] - b[None, :, 3:], b[None, :, :3] - a[:, None, 3:])
    found: Array = np.sqrt((np.maximum(off, 0.0) ** 2).sum(axis=2))
    return found


def _sentence(c: Check, units: Units) -> str:
    if c.load is None or c.limit is None:
        return "What should be kept apart is apart"
    other, why, *more = c.detail
    like = f" ({more[0]} more like it)" if more else ""
    have, wanted = units.both(c.load, c.limit, "length")
    return f"{c.subject} and {other}{like} are {have} apart where {wanted} is wanted: {why}"


def _brief(c: Check, units: Units) -> str:
    return f"{c.subject} near {c.detail[0]}" if c.detail else "things kept apart"


register(
    CheckKind(
        "apart",
        "Kept apart",
        plate="the data sheet of the liquid and the manual of the engine or burner say what they must be kept from",
        source="common practice, no published source; a rule of the shop, free to change",
        findings=_findings,
        sentence=_sentence,
        brief=_brief,
        level="danger",
    )
)
