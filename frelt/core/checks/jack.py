"""The jack against its rating, parked."""

from collections.abc import Iterable

from ..check import Bearing, CheckKind, Limit, as_row, register
from ..figure import rated


def _limits(b: Bearing) -> Iterable[Limit]:
    row = b.supports.row("jack")
    rating = b.trailer.ratings.jack
    yield Limit(
        "jack",
        "jack",
        "Jack",
        as_row(row),
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
        noun="jack",
        conditions=("parked",),
    )
)
