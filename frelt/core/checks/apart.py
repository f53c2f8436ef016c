"""What is kept from what: SH from fuel, engines and batteries, exhaust from plastic, fuel from burners."""

from collections.abc import Iterable

import numpy as np

from ..base.arrays import Array
from ..base.kept import Each
from ..base.units import Units
from ..geometry.frames import Frame, Frames
from ..judge.check import Check, CheckKind, register
from ..judge.status import status_of
from ..kind.kind import Box
from ..kind.registry import kind_of
from ..model.item import Item, Nature
from ..model.rig import Rig
from ..space.rooms import boxed

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
    clean = True
    for rule in rig.rules.apart:
        a, b = by_nature.get(rule.a, []), by_nature.get(rule.b, [])
        if not a or not b or rule.distance <= 0:
            continue
        gaps = _gaps(np.array([x[1] for x in a]), np.array([x[1] for x in b]))
        told: set[tuple[int, int]] = set()
        for i, j in np.argwhere(gaps < rule.distance - 1e-3).tolist():
            one, other = rig.items[a[i][0]], rig.items[b[j][0]]
            if one is other or frames.carrier_of[one.id] != frames.carrier_of[other.id] or (a[i][0], b[j][0]) in told:
                continue
            told.add((a[i][0], b[j][0]))
            clean = False
            have = float(
                gaps[[k for k, x in enumerate(a) if x[0] == a[i][0]]][:, [k for k, x in enumerate(b) if x[0] == b[j][0]]].min()
            )
            held = status_of(have, low=NEAR * rule.distance, spread=(1 - NEAR) * rule.distance)
            yield Check(
                id=f"apart:{rule.a}:{rule.b}:{one.id}:{other.id}".replace(" ", "-"),
                kind="apart",
                subject=one.name,
                quantity="length",
                status=held.status,
                load=have,
                limit=rule.distance,
                side="low",
                margin=have - rule.distance,
                by_rule=True,
                items=(one.id, other.id),
                level=rig.rules.levels.get("apart", rule.level),
                detail=(other.name, rule.why),
            )
    if clean:
        yield Check(id="apart", kind="apart", subject="Things kept apart", quantity="length", status="ok")


def _gaps(a: Array, b: Array) -> Array:
    """Distances between boxes, (n, m) [m]."""
    off = np.maximum(a[:, None, :3] - b[None, :, 3:], b[None, :, :3] - a[:, None, 3:])
    found: Array = np.sqrt((np.maximum(off, 0.0) ** 2).sum(axis=2))
    return found


def _sentence(c: Check, units: Units) -> str:
    if c.load is None or c.limit is None:
        return "What should be kept apart is apart"
    other, why = c.detail
    return f"{c.subject} and {other} are {units.show(c.load, 'length')} apart where {units.show(c.limit, 'length')} is wanted: {why}"


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
