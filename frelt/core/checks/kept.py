"""What is loose or under a bungee on the road: a bungee keeps tidy and holds nothing."""

from collections.abc import Iterable

from ..base.units import Units
from ..geometry.frames import Frames
from ..judge.check import Check, CheckKind, register
from ..masses.kit import line_mass
from ..masses.weigh import weigh
from ..model.rig import Rig

HEAVY = 5.0  # kg; what is lighter hurts nobody in a stop, or hardly; common practice, no source


def _findings(rig: Rig, frames: Frames) -> Iterable[Check]:
    if not any(s.road for s in rig.states):
        return
    listed = [(k.id, k.what, line_mass(k).value, k.kept, k.on) for k in rig.kit if k.kept in ("under a bungee", "loose")]
    listed += [(i.id, i.name, weigh(i).value, "under a bungee", i.id) for i in rig.items if i.held == "hook and bungee"]
    items = {i.id for i in rig.items}
    clean = True
    for own, name, mass, kept, on in listed:
        if mass < HEAVY:
            continue
        clean = False
        yield Check(
            id=f"kept:{own}",
            kind="kept",
            subject=name,
            quantity="mass",
            status="tight",
            load=mass,
            by_rule=True,
            items=(on,) if on in items else (),
            detail=(kept,),
        )
    if listed and clean:
        yield Check(id="kept", kind="kept", subject="Kit is kept", quantity="mass", status="ok")


def _sentence(c: Check, units: Units) -> str:
    if c.load is None:
        return "What is only kept tidy is light"
    how = "lies loose" if c.detail == ("loose",) else "is under a bungee, which keeps tidy and holds nothing"
    return f"{c.subject}, {units.show(c.load, 'mass')}, {how}: strap it, or put it in a closed box for the road"


def _brief(c: Check, units: Units) -> str:
    return f"{c.subject}: only kept tidy" if c.load is not None else "kit kept"


register(
    CheckKind(
        "kept",
        "Kept on the road",
        plate="pull at it: what comes away by hand flies in a stop",
        source="common practice, no published source",
        findings=_findings,
        sentence=_sentence,
        brief=_brief,
        level="advice",
    )
)
