"""No bolt may come out where exhaust, fuel tank or wiring run below the floor."""

from collections.abc import Iterable

from ..base.units import Units
from ..geometry.frames import Frames
from ..judge.check import Check, CheckKind, register
from ..model.carrier import Zone
from ..model.rig import Rig
from ..space.unsure import in_plan


def _findings(rig: Rig, frames: Frames) -> Iterable[Check]:
    if not any(c.body.zones for c in rig.carriers):
        return
    from ..space.bolts import bolted, hit, points, zones

    clean = True
    for item in rig.items:
        below = [z for z in zones(rig, frames, item) if bolted(item) and any(hit(z, p) for p in points(item, frames))]
        below.sort(key=lambda z: not z.seen)
        if below:
            clean = False
            unsure = in_plan(item)
            sure = below[0].seen and any(hit(below[0], p, unsure) for p in points(item, frames))
            yield Check(
                id=f"bolts:{item.id}",
                kind="no bolts",
                subject=item.name,
                quantity="length",
                status="over" if item.held == "bolts" and sure else "unknown",
                spread=unsure,
                items=(item.id,),
                why=_words(item.name, item.held, below[0], sure),
                causes=tuple(f"{z.below}{', seen' if z.seen else ''}" for z in below),
            )
    if clean:
        yield Check(id="bolts", kind="no bolts", subject="Bolts below the floor", quantity="length", status="ok")


def _words(name: str, held: str, zone: Zone, sure: bool) -> str:
    if not zone.seen:
        return f"Below {name} such a vehicle usually has its {zone.below}: look before any hole is drilled"
    if held == "bolts" and not sure:
        return f"{name}: a bolt may come out above the {zone.below}: tape it before any hole is drilled"
    if held == "bolts":
        return f"{name}: bolts above the {zone.below}, where no hole may be drilled"
    return f"Below {name} is the {zone.below}: say how it is held, since no hole may be drilled there"


def _sentence(c: Check, units: Units) -> str:
    return c.why or "No bolt comes out above exhaust, fuel tank or wiring"


def _brief(c: Check, units: Units) -> str:
    return f"{c.subject} above a no-bolt zone" if c.why else "bolts come out clear"


register(
    CheckKind(
        "no bolts",
        "Below the floor",
        plate="look and feel below the floor before any hole: exhaust, fuel tank, lines and wiring",
        source="geometry; common practice, no published source",
        findings=_findings,
        sentence=_sentence,
        brief=_brief,
        level="danger",
    )
)
