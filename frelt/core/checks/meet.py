"""Liquids that are danger together never stand in one valve, tee, pump or gun, and none that it does not bear in a coil."""

from collections.abc import Iterable, Iterator
from itertools import chain

from ..base.kept import Memo
from ..base.units import Units
from ..geometry.frames import Frames
from ..judge.check import Check, CheckKind, register
from ..model.rig import Rig

_checks: Memo[tuple[Check, ...]] = Memo(4)


def _findings(rig: Rig, frames: Frames) -> Iterable[Check]:
    """Kept while lines and what they join are the same: where things stand is nothing to it."""
    if not rig.plumbing.lines:
        return ()
    own = chain.from_iterable((i.name, i.parts, i.fields, i.options) for i in rig.items)
    inputs = (rig.plumbing, rig.rules, *own)
    return _checks.get(frames.kept, (rig.id, tuple(i.id for i in rig.items)), inputs, lambda: tuple(_made(rig)))


def _made(rig: Rig) -> Iterator[Check]:
    from ..model.tank_names import tank_names
    from ..network.meetings import danger, dangerous, in_coils, meetings, tank_item

    found, hot = meetings(rig), in_coils(rig)
    if not hot and not dangerous(rig):
        return
    names = tank_names(rig) | {i.id: i.name for i in rig.items} | {f.id: f.name or f.kind for f in rig.plumbing.fittings}
    kinds = {f.id: f.kind for f in rig.plumbing.fittings}  # ids are renewed in a copy
    for one in found:
        sure = danger(one)
        items = tuple(tank_item(a) for a in (one.one, one.other))
        yield Check(
            id=f"meet:{one.one}:{one.other}",
            kind="meet",
            subject=names[one.place],
            quantity="length",
            status="over" if sure else "tight",
            items=items,
            level=rig.rules.levels.get("meet", "danger" if sure else "advice"),
            why=f"{one.words(names)}. Part them there, or rinse with water in between" if sure else one.words(names),
            causes=(kinds.get(one.place, "a pump"),),
        )
    for coil in hot:
        sure = coil.sure and coil.comes.known
        grave = coil.comes.level if sure else "advice"
        yield Check(
            id=f"coil:{coil.item}:{coil.tank}",
            kind="meet",
            subject=names[coil.item],
            quantity="length",
            status="over" if sure else "tight",
            items=(coil.item, tank_item(coil.tank)),
            level=rig.rules.levels.get("meet", grave),
            why=coil.words(names),
            causes=("coil", coil.what),
        )
    if not found and not hot:
        yield Check(id="meet", kind="meet", subject="What must not meet", quantity="length", status="ok")


def _sentence(c: Check, units: Units) -> str:
    return c.why or "Nothing that is danger together meets in any valve, tee, pump, coil or gun"


def _brief(c: Check, units: Units) -> str:
    return f"what must not meet, in {c.subject}" if c.why else "lines keep apart what must not meet"


register(
    CheckKind(
        "meet",
        "What meets in the lines",
        plate="the data sheets of both liquids say what they must never meet; a valve, a tee, a pump or a gun that serves both is never rinsed wholly",
        source="data sheets of SH, acids, peroxides and ammonia, from memory; the makers' come first",
        findings=_findings,
        sentence=_sentence,
        brief=_brief,
        level="danger",
        curable=False,
    )
)
