"""A whole laden carrier against its gross rating (GVWR); a vehicle carries the tongue's weight too."""

from collections.abc import Iterable

from ..base.figure import rated
from ..base.text import uncapital
from ..base.units import Units
from ..judge.check import Bearing, Check, CheckKind, field_of, register
from ..judge.words import spare, when
from ..model.carrier import Trailer
from ..statics.limit import Limit


def _limits(b: Bearing) -> Iterable[Limit]:
    for carrier in b.rig.carriers:
        rating, row = carrier.ratings.gross, b.moments.mass(carrier.id)
        towed = isinstance(carrier, Trailer)
        if not towed and b.pair is not None:
            row = row + b.supports.row("coupler")
        yield Limit(
            "gross",
            "gross" if towed else "vehicle:gross",
            "Laden trailer" if towed else "Laden vehicle",
            row,
            high=rated(rating),
            rating=rating,
            field=f"{field_of(carrier)}ratings.gross",
            bears=f"all:{carrier.id}",
        )


def _sentence(c: Check, units: Units) -> str:
    assert c.load is not None and c.limit is not None
    load, limit = units.both(c.load, c.limit, "mass")
    return f"The {uncapital(c.subject)} would weigh {load} where {limit} is allowed: {spare(c, units)}{when(c)}"


register(
    CheckKind(
        "gross",
        "Gross rating",
        plate="GVWR on the certification label: a trailer's on its left side near the front, a vehicle's in the driver's door frame",
        source="maker's plate; 49 CFR 567.4 places it",
        limits=_limits,
        sentence=_sentence,
        acceptable=False,
    )
)
