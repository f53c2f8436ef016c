"""The tires on each end of each axle against what they carry at their pressure."""

from collections.abc import Iterable

from ..check import Bearing, CheckKind, Limit, as_row, register
from ..questions import tire_rating


def _limits(b: Bearing) -> Iterable[Limit]:
    for n, axle in enumerate(b.trailer.axles):
        tires = axle.tires
        each = tire_rating(axle)
        for side in ("left", "right"):
            row = b.supports.row(f"{axle.id}/{side}")
            yield Limit(
                "tire",
                f"tire:{axle.id}/{side}",
                f"{axle.name} {side} tire" + ("s" if tires.each_end > 1 else ""),
                as_row(row),
                high=None if each is None else each * tires.each_end,
                rating=tires.rating,
                at=(f"{axle.id}/{side}",),
                field=f"axles[{n}].tires.rating",
            )


register(
    CheckKind(
        "tire",
        "Tire rating",
        plate="maximum load molded on the tire's sidewall, beside its pressure (two figures mean single and dual), or its load index, typed as LI 108",
        source="tire sidewall; 49 CFR 571.120: tires of an axle carry at least its GAWR",
        limits=_limits,
        noun="tire",
    )
)
