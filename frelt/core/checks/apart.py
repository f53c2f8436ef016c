"""What is kept from what: SH from fuel, engines and batteries, exhaust from plastic, fuel from burners."""

from collections.abc import Iterable

import numpy as np
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
from ..model.item import Item, Nature
from ..model.rig import Rig
from ..model.rules import Apart
from ..space.rooms import boxed
from ..space.unsure import in_plan, together

NEAR = 0.5  # of a distance that is wanted: nearer is over, up to the whole of it tight; common practice, no source
_traits: Each[tuple[tuple[Nature, Box], ...]] = Each()


def traits(rig: Rig, frames: Frames) -> list[tuple[tuple[Nature, Box], ...]]:
    """What each item is to its neighbors, and where in its carrier's frame, in the order of the rig's items."""

    def of(item: Item, frame: Frame) -> tuple[tuple[Nature, Box], ...]:
        return tuple((t.nature, boxed(frame, t.box)) for t in kind_of(item).traits(item))

    return _traits.get(frames.kept, rig.id, rig.items, frames.listed, of)


def _findings(rig: Rig, frames: Frames) -> Iterable[Check]:
    by_nature: dict[str, list[tuple[int, Box]]] = {}
    for n, own in enumerate(traits(rig, frames)):
        for nature, box in () if rig.items[n].built_in else own:
            by_nature.setdefault(nature, []).append((n, box))
    if not by_nature:
        return
    found: list[tuple[int, int, Check]] = []
    walls = {c.id: walled(c) for c in rig.carriers}
    for rule in rig.rules.apart:
        a, b = by_nature.get(rule.a, []), by_nature.get(rule.b, [])
        if {rule.a, rule.b} == {"burner", "fuel"}:  # a burner burns diesel out of its own frame
            a, b = (
                [x for x in own if not _diesel(rig.items[x[0]])] if own_nature == "fuel" else own
                for own, own_nature in ((a, rule.a), (b, rule.b))
            )
        if not a or not b or rule.distance <= 0:
            continue
        gaps = _gaps(np.array([x[1] for x in a]), np.array([x[1] for x in b]))
        told: set[tuple[int, int]] = set()
        for i, j in np.argwhere(gaps < rule.distance - 1e-3).tolist():
            one, other = rig.items[a[i][0]], rig.items[b[j][0]]
            if one is other or frames.carrier_of[one.id] != frames.carrier_of[other.id] or (a[i][0], b[j][0]) in told:
                continue
            told.add((a[i][0], b[j][0]))
            have = float(
                gaps[[k for k, x in enumerate(a) if x[0] == a[i][0]]][:, [k for k, x in enumerate(b) if x[0] == b[j][0]]].min()
            )
            wanted = rule.distance if walls[frames.carrier_of[one.id]] else _in_the_open(rule)
            if have >= wanted - 1e-3:
                continue
            unsure = together(in_plan(one), in_plan(other))
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
                items=(one.id, other.id),
                level=rig.rules.levels.get("apart", _level(rule, one, other)),
                detail=(other.name, rule.why),
            )
            found.append((a[i][0], b[j][0], made))
    yield from _nearest(rig, found)
    if not found:
        yield Check(id="apart", kind="apart", subject="Things kept apart", quantity="length", status="ok")


def _nearest(rig: Rig, found: list[tuple[int, int, Check]]) -> Iterable[Check]:
    """One finding of several like things beside the same one: two jugs by a can are one danger, told of the nearer."""
    kept: dict[tuple[str, int | str, int | str], list[Check]] = {}
    for i, j, check in sorted(found, key=lambda f: (round(f[2].load or 0.0, 6), f[0], f[1])):
        rule = check.id.rsplit(":", 2)[0]
        one, other = _like(rig.items[i]), _like(rig.items[j])
        same = kept.get((rule, one, j)) or kept.get((rule, i, other))
        if same is not None and same[0].level == check.level:
            same.append(check)
            continue
        kept[rule, one, j] = kept[rule, i, other] = [check]
    for group in {id(g): g for g in kept.values()}.values():
        first, more = group[0], len(group) - 1
        yield replace(first, detail=(*first.detail, str(more))) if more else first


def _like(item: Item) -> str:
    """What things of one sort have in common."""
    return f"{item.kind} {item.origin or item.id}"


OPEN_AIR = 0.25  # [m] that is enough of an advice in the open, a forearm; common practice, no source


def _in_the_open(rule: Apart) -> float:
    """The distance that is wanted where no walls hold vapor [m]: of what is only advice a forearm, of battery and fuel none."""
    if rule.level == "danger":
        return rule.distance
    return 0.0 if {rule.a, rule.b} == {"battery", "fuel"} else min(rule.distance, OPEN_AIR)


def _level(rule: Apart, one: Item, other: Item) -> Level:
    """How grave it is: SH by fuel is a danger where both are loose and can be spilled together, else an advice."""
    if {rule.a, rule.b} == {"SH", "fuel"} and not (_loose(one) and _loose(other)):
        return "advice"
    return rule.level


def _loose(item: Item) -> bool:
    return kind_of(item).carried and item.held not in ("bolts", "straps")


def _diesel(item: Item) -> bool:
    """Whether all the fuel in something is diesel."""
    fuels = [t.liquid.substance for t in item.tanks if t.liquid.tint == "fuel"]
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
