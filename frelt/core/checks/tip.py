"""Parked and unhitched: whether someone stepping on the tail tips the trailer off its jack.

The jack still carries while the person's moment about the axles is below the trailer's own. A person
on a hanging ramp counts in full at its end. Where stands hold the tail this does not apply.
"""

from collections.abc import Iterable

from ..check import Bearing, Check, CheckKind, Limit, register
from ..units import Units
from ..words import when


def tail(b: Bearing) -> float:
    """Station of the farthest place a person can step on [m]: the deck's end, or that of a hanging ramp."""
    deck = b.trailer.main_deck
    end = deck.origin[0] + max(u for u, _ in deck.outline)
    ramps = [d.height for d in b.trailer.body.doors if d.side == "rear" and d.kind == "ramp"]
    return end + max(ramps, default=0.0)


def _limits(b: Bearing) -> Iterable[Limit]:
    xa, xt = b.trailer.axle_x, tail(b)
    if xt - xa < 0.05:
        return
    arm = xt - xa
    yield Limit(
        "tip",
        "tip",
        "Tail tip",
        (xa / arm, -1.0 / arm, 0.0, 0.0),
        low=b.rig.rules.person,
        by_rule=True,
        field="rules.person",
    )


def _sentence(c: Check, units: Units) -> str:
    assert c.load is not None and c.limit is not None
    person = units.show(c.limit, "mass")
    if c.load <= 0:
        return f"The trailer stands on its tail by itself: the jack is lifted{when(c)}"
    holds = units.show(c.load, "mass")
    if c.status == "over":
        return f"A person of {person} stepping on the tail tips it off its jack, {holds} is enough{when(c)}"
    return f"The tail holds {holds} before the jack lifts, a person counts {person}{when(c)}"


def _brief(c: Check, units: Units) -> str:
    assert c.load is not None
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
    )
)
