"""The wheels on each end of each axle against what is stamped on them, once that is read: it may be less than their tires carry."""

from collections.abc import Iterable

from ..base.figure import Figure
from ..judge.check import Bearing, CheckKind, named, register
from ..statics.limit import Limit


def _limits(b: Bearing) -> Iterable[Limit]:
    for carrier, axle, field in b.axles():
        wheel, count = axle.tires.wheel, axle.tires.each_end
        if not isinstance(wheel, Figure):
            continue  # few are stamped; the tire's own check stands meanwhile
        for side in ("left", "right"):
            end = f"{axle.id}/{side}"
            named_end = (named(b.rig, carrier, axle), side, "wheels" if count > 1 else "wheel")
            yield Limit(
                "wheel",
                f"wheel:{end}",
                " ".join(named_end),
                b.supports.row(end),
                high=wheel.value * count,
                rating=wheel,
                doubt=b.supports.doubts.get(end),
                field=f"{field}.tires.wheel",
                end=named_end,
                plates=count,
            )


register(
    CheckKind(
        "wheel",
        "Wheel rating",
        plate="stamped on the wheel's back, on the inside of a spoke or near the valve: its greatest load",
        source="stamp of the wheel's maker; 49 CFR 571.120 places it",
        limits=_limits,
        noun="wheel",
        with_bars=True,
        acceptable=False,
    )
)
