"""The jack against its rating, parked."""

from collections.abc import Iterable

from ..base.figure import rated
from ..base.units import Units
from ..judge.check import Bearing, Check, CheckKind, register
from ..judge.words import carried, when
from ..statics.limit import Limit


def _limits(b: Bearing) -> Iterable[Limit]:
    if b.trailer is None:
        return
    rating = b.trailer.ratings.jack
    yield Limit(
        "jack",
        "jack",
        "Jack",
        b.supports.row("jack"),
        high=rated(rating),
        rating=rating,
        field="ratings.jack",
        support=True,
    )


def _sentence(c: Check, units: Units) -> str:
    return carried("The jack", c, units, on="jack") + when(c)


register(
    CheckKind(
        "jack",
        "Jack rating",
        plate="lift and support capacity on the jack's tube; the smaller counts while it is cranked",
        source="maker's plate",
        limits=_limits,
        sentence=_sentence,
        conditions=("parked",),
        acceptable=False,
    )
)
