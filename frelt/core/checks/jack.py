"""The jack against its rating, parked."""

from collections.abc import Iterable

from ..check import Bearing, CheckKind, Limit, register
from ..figure import rated


def _limits(b: Bearing) -> Iterable[Limit]:
    row = b.supports.row("jack")
    rating = b.trailer.ratings.jack
    yield Limit(
        "jack",
        "jack",
        "Jack",
        (float(row[0]), float(row[1]), float(row[2])),
        high=rated(rating),
        rating=rating,
        at=("jack",),
        field="ratings.jack",
    )


register(
    CheckKind(
        "jack",
        "Jack rating",
        plate="lift and support capacity on the jack's tube; the smaller counts while it is cranked",
        source="maker's plate",
        limits=_limits,
        conditions=("parked",),
    )
)
