"""What an earlier version took beyond what its kind is worked out for: advice to measure it, since nothing is lost by that."""

from collections.abc import Iterable

from ..base.units import Units
from ..geometry.frames import Frames
from ..judge.check import Check, CheckKind, register
from ..model.rig import Rig


def _findings(rig: Rig, frames: Frames) -> Iterable[Check]:
    for item in rig.items:
        if not item.let_in:
            continue
        from ..kind.bounds import beyond

        for p in beyond(item):
            yield Check(
                id=f"let-in:{item.id}:{p.id}",
                kind="let in",
                subject=item.name,
                quantity="length",
                status="tight",
                by_rule=True,
                items=(item.id,),
                detail=(p.label.lower(), p.id),
            )


def _sentence(c: Check, units: Units) -> str:
    return f"{c.subject}: its {c.detail[0]} is beyond what its kind is worked out for; an earlier version took it. Measure its size and weight"


def _brief(c: Check, units: Units) -> str:
    return f"{c.subject}: {c.detail[0]} as an earlier version took it"


register(
    CheckKind(
        "let in",
        "Sizes of an earlier version",
        plate="tape the thing, and weigh it: a measured figure counts before what is worked out",
        source="the bounds of its kind",
        findings=_findings,
        sentence=_sentence,
        brief=_brief,
        level="advice",
        curable=False,
    )
)
