"""The coupler against both of its limits: gross trailer weight and tongue weight."""

from collections.abc import Iterable

from ..base.figure import rated
from ..base.units import Units
from ..judge.check import Bearing, Check, CheckKind, register
from ..judge.words import carried, when
from ..statics.limit import Limit


def _limits(b: Bearing) -> Iterable[Limit]:
    if b.trailer is None:
        return
    r = b.trailer.ratings
    yield Limit(
        "coupler",
        "coupler:gross",
        "Coupler, gross trailer weight",
        b.moments.mass(b.trailer.id),
        high=rated(r.coupler_gross),
        rating=r.coupler_gross,
        field="ratings.coupler_gross",
        bears="drawn",
    )
    yield Limit(
        "coupler",
        "coupler:tongue",
        "Coupler, tongue weight",
        b.supports.row("coupler"),
        high=rated(r.coupler_tongue),
        rating=r.coupler_tongue,
        field="ratings.coupler_tongue",
        bears="tongue",
        support=True,
    )


def _sentence(c: Check, units: Units) -> str:
    what = "tongue weight" if c.id.endswith("tongue") else "gross trailer weight"
    return carried("The coupler", c, units, of=f" of {what}", on="coupler") + when(c)


def _brief(c: Check, units: Units) -> str:
    return "coupler, tongue weight" if c.id.endswith("tongue") else "coupler, gross weight"


register(
    CheckKind(
        "coupler",
        "Coupler rating",
        plate="both limits are stamped on the coupler: gross trailer weight and tongue weight",
        source="maker's stamp; classes after SAE J684 (from memory)",
        limits=_limits,
        sentence=_sentence,
        brief=_brief,
        conditions=("hitched",),
        acceptable=False,
    )
)
