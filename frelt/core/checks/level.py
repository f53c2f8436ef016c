"""Machines stand level, so that engine and pump oil stay where they are: on a slope a leveling stand goes below."""

from collections.abc import Iterable
from math import radians, tan

from ..base.kept import Each
from ..base.units import Units
from ..geometry.frames import Frames
from ..judge.check import Check, CheckKind, register
from ..judge.status import status_of
from ..kind.registry import kind_of
from ..model.item import Item
from ..model.rig import Rig

_burning: Each[bool] = Each()
MOST = 5.0  # degrees; common practice, no source: the engine's manual gives its own


def _burns(item: Item) -> bool:
    return any(t.nature in ("engine", "burner") for t in kind_of(item).traits(item))


def _findings(rig: Rig, frames: Frames) -> Iterable[Check]:
    clean, any_engine = True, False
    burning = _burning.get(frames.kept, rig.id, rig.items, rig.items, lambda item, _: _burns(item))
    for item, frame, burns in zip(rig.items, frames.listed, burning, strict=True):
        if not burns:
            continue
        any_engine = True
        if frame.level or frame.slope < 0.05:
            continue
        clean = False
        yield Check(
            id=f"level:{item.id}",
            kind="level",
            subject=item.name,
            quantity="length",
            status=status_of(frame.slope, high=MOST, spread=MOST).status,
            load=item.length.value * tan(radians(min(frame.slope, 80.0))),
            limit=item.length.value * tan(radians(MOST)),
            margin=item.length.value * (tan(radians(MOST)) - tan(radians(min(frame.slope, 80.0)))),
            by_rule=True,
            items=(item.id,),
            detail=(f"{frame.slope:.0f}",),
        )
    if clean and any_engine:
        yield Check(id="level", kind="level", subject="Engines stand level", quantity="length", status="ok")


def _sentence(c: Check, units: Units) -> str:
    if c.load is None:
        return "Every engine stands level"
    return (
        f"{c.subject} leans by {c.detail[0]} degrees, {units.show(c.load, 'length')} over its length: "
        "engine and pump oil must stand level, so it wants a leveling stand"
    )


def _brief(c: Check, units: Units) -> str:
    return f"{c.subject} leans" if c.load is not None else "engines level"


register(
    CheckKind(
        "level",
        "Level",
        plate="the engine's and the pump's manuals say how far they may lean",
        source="common practice, no published source; the makers' manuals come first",
        findings=_findings,
        sentence=_sentence,
        brief=_brief,
        level="advice",
    )
)
