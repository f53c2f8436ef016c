"""Each axle of both carriers against its rating (GAWR)."""

from collections.abc import Iterable

from ..base.figure import rated
from ..judge.check import Bearing, CheckKind, named, register
from ..statics.limit import Limit


def _limits(b: Bearing) -> Iterable[Limit]:
    for carrier, axle, field in b.axles():
        yield Limit(
            "axle",
            f"axle:{axle.id}",
            named(b.rig, carrier, axle),
            b.supports.axle(axle.id),
            high=rated(axle.rating),
            rating=axle.rating,
            field=f"{field}.rating",
            support=True,
            bears=f"axle:{axle.id}",
        )


register(
    CheckKind(
        "axle",
        "Axle rating",
        plate="GAWR on the certification label, or the tag on the axle tube",
        source="maker's plate; 49 CFR 567.4 places it",
        limits=_limits,
        noun="axle",
        with_bars=True,
        acceptable=False,
    )
)
