"""The tires on each end of each axle against what they carry at their pressure."""

from collections.abc import Iterable

from ..base.figure import rated
from ..base.units import Units
from ..judge.check import Bearing, Check, CheckKind, named, register
from ..judge.plates import softer, tire_rating
from ..judge.words import carried, subject, when
from ..statics.limit import Limit


def _limits(b: Bearing) -> Iterable[Limit]:
    for carrier, axle, field in b.axles():
        tires = axle.tires
        each = tire_rating(axle)
        inside, printed = rated(tires.pressure), rated(tires.printed)
        soft = (repr(inside), repr(printed)) if softer(axle) is not None else ()
        for side in ("left", "right"):
            end = f"{axle.id}/{side}"
            named_end = (named(b.rig, carrier, axle), side, "tires" if tires.each_end > 1 else "tire")
            yield Limit(
                "tire",
                f"tire:{end}",
                " ".join(named_end),
                b.supports.row(end),
                high=None if each is None else each * tires.each_end,
                rating=tires.rating,
                doubt=b.supports.doubts.get(end),
                field=f"{field}.tires.rating",
                support=True,
                end=named_end,
                plates=tires.each_end,
                detail=soft,
                bears=f"axle:{axle.id}",
            )


def _sentence(c: Check, units: Units) -> str:
    said = carried(subject(c, units), c, units, on="tire") + when(c)
    if not c.detail:
        return said
    inside, printed = (units.show(float(p), "pressure") for p in c.detail)
    return f"{said}; {inside} is in it where {printed} is printed beside its load"


register(
    CheckKind(
        "tire",
        "Tire rating",
        plate="maximum load molded on the tire's sidewall, beside its pressure (two figures mean single and dual), or its load index, typed as LI 108",
        source="tire sidewall; 49 CFR 571.120: tires of an axle carry at least its GAWR",
        limits=_limits,
        sentence=_sentence,
        noun="tire",
        with_bars=True,
        acceptable=False,
    )
)
