"""Axles that do not share: no wheel may leave the ground, since the others then carry its load too."""

from collections.abc import Iterable

from ..base.units import Units
from ..judge.check import Bearing, Check, CheckKind, named, register
from ..judge.words import when
from ..statics.limit import Limit
from ..statics.supports import springs


def _limits(b: Bearing) -> Iterable[Limit]:
    trailer = b.trailer
    if trailer is None or not springs(trailer):
        return
    for n, axle in enumerate(trailer.axles):
        yield Limit(
            "lift",
            f"lift:{axle.id}",
            named(b.rig, trailer, axle),
            b.supports.axle(axle.id),
            low=0.0,
            field=f"axles[{n}].rate",
        )


def _sentence(c: Check, units: Units) -> str:
    assert c.load is not None
    if c.status == "over":
        return f"{c.subject} leaves the ground, and the others carry its load too{when(c)}"
    return f"{c.subject} stays on the ground with {units.show(c.load, 'mass')} at least{when(c)}"


def _brief(c: Check, units: Units) -> str:
    assert c.load is not None
    return f"{c.subject.lower()} {'lifts' if c.load < 0 else 'on the ground'}"


register(
    CheckKind(
        "lift",
        "Wheels on the ground",
        plate="not a plate: torsion axles carry unequally when the hitch is too high or too low",
        source="equilibrium on springs",
        limits=_limits,
        sentence=_sentence,
        brief=_brief,
        with_bars=True,
        acceptable=False,
    )
)
