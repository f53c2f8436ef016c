"""What a scale ticket reads over a plate: measured, so it is said whatever the loads follow."""

from collections.abc import Iterable

from ..base.text import uncapital
from ..base.units import Units
from ..geometry.frames import Frames
from ..judge.check import Check, CheckKind, register
from ..judge.words import a_rating
from ..model.rig import Rig

SINCE = "since"


def _findings(rig: Rig, frames: Frames) -> Iterable[Check]:
    if not any(w.counts for w in rig.weighings):
        return
    from ..judge.read_over import read_over

    for found in read_over(rig):
        excess, plate = found.weight - found.plate.rating, found.plate
        yield Check(
            id=f"weighed:{found.ticket.id}:{plate.id}",
            kind="weighed",
            subject=plate.subject,
            quantity="mass",
            status="over" if excess > found.plus_minus and not found.since else "tight",
            load=found.weight,
            limit=plate.rating,
            margin=-excess,
            spread=found.plus_minus,
            why=found.ticket.when,
            detail=(plate.what, SINCE if found.since else ""),
        )


def _sentence(c: Check, units: Units) -> str:
    assert c.load is not None and c.limit is not None and c.margin is not None
    load, limit = units.both(c.load, c.limit, "mass")
    what, since = c.detail
    on = f"on {a_rating(limit)} {what}" if what else f"where {limit} is allowed"
    where = f"{'for' if not what or what in TONGUE else 'under'} {uncapital(c.subject)}"
    said = f"The ticket of {c.why} reads {load} {where} {on}: {units.some(-c.margin, 'mass')} too much"
    if since:
        return f"{said}; things or fills have been changed since, so weigh it again"
    if c.status == "tight":
        return f"{said}, which is within its ± of {units.show(c.spread, 'mass')}, so weigh it again"
    return said


TONGUE = ("coupler", "ball", "receiver")


def _brief(c: Check, units: Units) -> str:
    return f"{uncapital(c.subject)} as weighed{'' if c.status == 'over' else ': weigh it again'}"


register(
    CheckKind(
        "weighed",
        "Read over a plate",
        plate="hold the ticket beside the plate: where a reading is wrong, say so under Test, scale; else take weight off and weigh again",
        source="the readings as printed, each with its step and the scale's own ±",
        findings=_findings,
        sentence=_sentence,
        brief=_brief,
        acceptable=False,
        curable=False,
    )
)
