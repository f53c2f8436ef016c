"""No item may stand in a wheel well."""

from collections.abc import Iterable

from ..base.units import Units
from ..geometry.frames import Frames
from ..judge.check import Check, CheckKind, register
from ..model.rig import Rig
from ..space.solids import TOUCH, depth, fixtures, solids
from ..space.unsure import in_plan, together

WELL = 0.03  # of a class's wheel wells, from memory [m]


def _findings(rig: Rig, frames: Frames) -> Iterable[Check]:
    wells = fixtures(rig)
    if not wells:
        return
    room, clean = solids(rig, frames), True
    on = {w.carrier for w in wells}
    seen = {(c.id, w.id): w.seen for c in rig.carriers for w in c.body.wells}
    for item in rig.items:
        own = room[item.id]
        met = [(depth(own, w), seen[w.carrier, w.item]) for w in wells if w.carrier == own.carrier] if own.carrier in on else []
        into, known = max(met, default=(0.0, True))
        if into > TOUCH:
            clean = False
            unsure = together(in_plan(item), WELL)
            condemned = known and into > unsure
            yield Check(
                id=f"well:{item.id}",
                kind="wheel well",
                subject=item.name,
                quantity="length",
                status="over" if condemned else "tight",
                spread=unsure,
                detail=() if condemned else ("tape",) if known else ("tape", "class"),
                load=into,
                limit=0.0,
                margin=-into,
                items=(item.id,),
                scale=max(min(item.length.value, item.width.value), 0.01),
            )
    if clean:
        yield Check(id="well", kind="wheel well", subject="Clear of the wheel wells", quantity="length", status="ok")


def _sentence(c: Check, units: Units) -> str:
    if c.load is None:
        return "Every item stands clear of the wheel wells"
    if "class" in c.detail:
        return f"{c.subject} would run {units.show(c.load, 'length')} into the wheel well such a chassis usually has: tape the well"
    if c.detail:
        return f"{c.subject} may run {units.show(c.load, 'length')} into a wheel well: tape it, and the well"
    return f"{c.subject} runs {units.show(c.load, 'length')} into a wheel well"


def _brief(c: Check, units: Units) -> str:
    if c.detail:
        return f"{c.subject} at a wheel well: tape it"
    return f"{c.subject} in a wheel well" if c.load is not None else "clear of the wheel wells"


register(
    CheckKind(
        "wheel well",
        "Wheel wells",
        plate="measure the wells where they are widest, and what lies between them",
        source="geometry",
        findings=_findings,
        sentence=_sentence,
        brief=_brief,
    )
)
