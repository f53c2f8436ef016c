"""Parked and unhitched: whether someone stepping on the tail tips the trailer off its jack.

The jack still carries while what the person relieves it of is below what it carries. A person
on a hanging ramp counts in full at its end. Where rear stands are down they hold the tail; what they
then carry is a limit of its own.
"""

from collections.abc import Iterable

from ..base.figure import rated
from ..base.units import Units
from ..judge.check import Bearing, Check, CheckKind, register
from ..judge.words import carried, when
from ..model.carrier import Trailer
from ..statics.limit import Limit
from ..statics.supports import relief


def tail(trailer: Trailer) -> float:
    """Station of the farthest place a person can step on [m]: the deck's end, or that of a hanging ramp."""
    floors = [d for d in trailer.decks if d.kind in ("floor", "dovetail")]
    end = max(d.origin[0] + d.u[0] * u for d in floors for u, _ in d.outline)
    ramps = [d.height for d in trailer.body.doors if d.side == "rear" and d.kind == "ramp"]
    return end + max(ramps, default=0.0)


def _limits(b: Bearing) -> Iterable[Limit]:
    trailer = b.trailer
    if trailer is None:
        return
    xa, xt, xs = trailer.axle_x, tail(trailer), trailer.stands_x
    slope = relief(trailer, xt)
    if xt - xa < 0.05 or slope < 1e-3:
        return
    back = b.moments.row(trailer.id, (xa, -1.0, 0.0))  # how much the trailer leans on its jack [kg·m]
    yield Limit(
        "tip",
        "tip",
        "Tail tip",
        b.supports.row("jack") / slope,
        low=b.rig.rules.person,
        by_rule=True,
        stands=False,
        field="rules.person",
    )
    if xs is not None and xs - xa > 0.05:
        person = b.moments.row(trailer.id, (0.0, 0.0, 0.0), b.rig.rules.person * (xt - xa))
        yield Limit(
            "tip",
            "stands",
            "Rear stands",
            (person - back) / (xs - xa),
            high=rated(trailer.ratings.stands),
            rating=trailer.ratings.stands,
            stands=True,
            field="ratings.stands",
        )


def _sentence(c: Check, units: Units) -> str:
    assert c.load is not None and c.limit is not None
    if c.id == "stands" and c.load <= 0:
        return f"The rear stands carry nothing, even with a person on the tail{when(c)}"
    if c.id == "stands":
        return carried("The rear stands, with a person on the tail,", c, units, on="pair of stands") + when(c)
    person = units.show(c.limit, "mass")
    if c.load <= 0:
        return f"The trailer stands on its tail by itself: the jack is lifted{when(c)}"
    holds = units.show(c.load, "mass")
    if c.status == "over":
        return f"A person of {person} stepping on the tail tips it off its jack, {holds} is enough{when(c)}"
    return f"The tail holds {holds} before the jack lifts, a person counts {person}{when(c)}"


def _brief(c: Check, units: Units) -> str:
    assert c.load is not None
    if c.id == "stands":
        return "rear stands"
    return f"tail tips at {units.show(max(c.load, 0.0), 'mass')}"


register(
    CheckKind(
        "tip",
        "Tail tip",
        plate="not a plate: chock the wheels and set stands under the tail before anyone steps on it",
        source="equilibrium about the axles; the person's weight is the shop's rule",
        limits=_limits,
        sentence=_sentence,
        brief=_brief,
        conditions=("parked",),
        acceptable=False,
    )
)
