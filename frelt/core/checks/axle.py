"""Each axle against its rating (GAWR)."""

from collections.abc import Iterable

from ..check import Bearing, CheckKind, Limit, as_row, register
from ..figure import rated


def _limits(b: Bearing) -> Iterable[Limit]:
    for n, axle in enumerate(b.trailer.axles):
        row = b.supports.axle(axle.id)
        ends = (f"{axle.id}/left", f"{axle.id}/right")
        yield Limit(
            "axle",
            f"axle:{axle.id}",
            axle.name,
            as_row(row),
            high=rated(axle.rating),
            rating=axle.rating,
            at=ends,
            field=f"axles[{n}].rating",
        )


register(
    CheckKind(
        "axle",
        "Axle rating",
        plate="GAWR on the certification label, or the tag on the axle tube",
        source="maker's plate; 49 CFR 567.4 places it",
        limits=_limits,
        noun="axle",
    )
)
