"""Width, height and length over everything against the rules of the road."""

from collections.abc import Iterable

from ..base.units import Units
from ..geometry.frames import Frames
from ..judge.check import Check, CheckKind, register
from ..judge.status import status_of
from ..judge.words import ASK
from ..model.rig import Rig
from ..space.outside import outside


def _findings(rig: Rig, frames: Frames) -> Iterable[Check]:
    rules = rig.rules
    limits = {"width": rules.width, "height": rules.height, "length": rules.length}
    if not rig.carriers or all(v is None for v in limits.values()):
        return
    size = outside(rig, frames)
    for name, limit in limits.items():
        if limit is None:
            continue
        value = float(getattr(size, name))
        held = status_of(value, high=limit, slack=1e-6)
        yield Check(
            id=f"road:{name}",
            kind="road size",
            subject=f"Outside {name}",
            quantity="length",
            status=held.status,
            load=value,
            limit=limit,
            margin=held.margin,
            by_rule=True,
            field=f"rules.{name}",
            why=rules.source_of(name),
        )


def _sentence(c: Check, units: Units) -> str:
    assert c.load is not None and c.limit is not None
    what = c.id.partition(":")[2]
    size, limit = units.show(c.load, "length"), units.show(c.limit, "length")
    if c.status == "over":
        return f"The rig's {what} of {size} passes {limit} ({c.why}): {ASK}"
    return f"The rig's {what} is {size}, within {limit} ({c.why})"


def _brief(c: Check, units: Units) -> str:
    assert c.load is not None
    return f"{c.id.partition(':')[2]} {units.show(c.load, 'length')}"


register(
    CheckKind(
        "road size",
        "Outside measures",
        plate="a rule of the road, not a plate: tape over mirrors, fenders and what stands highest",
        source="the rule set, each figure with its source; check with your local authority",
        findings=_findings,
        sentence=_sentence,
        brief=_brief,
        level="law",
        curable=False,
    )
)
