"""The whole laden trailer against its gross rating (GVWR)."""

from collections.abc import Iterable

from ..check import WHOLE, Bearing, CheckKind, Limit, register
from ..figure import rated


def _limits(b: Bearing) -> Iterable[Limit]:
    rating = b.trailer.ratings.gross
    yield Limit("gross", "gross", "Laden trailer", WHOLE, high=rated(rating), rating=rating, field="ratings.gross")


register(
    CheckKind(
        "gross",
        "Gross rating",
        plate="GVWR on the certification label, on the left side near the front or on the tongue",
        source="maker's plate; 49 CFR 567.4 places it",
        limits=_limits,
        noun="trailer",
    )
)
