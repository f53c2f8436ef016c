"""What the rule asks of tie-downs: their number by length and mass, and the sum of their working load limits by how they run.

49 CFR 393.110 (number), 393.106 (d) (half the mass; half of a limit where a strap ends at the thing or on the side it began, the whole where it
crosses to an anchor on the other side), from memory: the text and the local authority come first.
"""

from math import ceil

import numpy as np
from msgspec import Struct

from ..base.units import FOOT, LB
from .body import Body, Pull

SHORT, LIGHT, STEP = 5 * FOOT, 1100 * LB, 10 * FOOT


class ByRule(Struct, frozen=True):
    """number, wanted: of tie-downs.  limits, half: sum of the limits as they count, and what is wanted of it [kg].

    missing: of anchors and eyes that nobody read, so that the sum is no answer.
    """

    number: int
    wanted: int
    limits: float
    half: float
    missing: tuple[str, ...] = ()

    @property
    def met(self) -> bool | None:
        """Whether it is met; None where something of it is not known."""
        if self.number < self.wanted or self.limits < self.half - 1e-9:
            return False
        return None if self.missing else True


def number_wanted(length: float, mass: float, blocked: bool) -> int:
    """How many tie-downs a thing of a length [m] and mass [kg] needs; blocked: against going forward."""
    if blocked:
        return max(1, ceil(length / STEP - 1e-9))
    if length <= SHORT + 1e-9:
        return 1 if mass <= LIGHT + 1e-9 else 2
    if length <= STEP + 1e-9:
        return 2
    return 2 + ceil((length - STEP) / STEP - 1e-9)


def by_rule(body: Body) -> ByRule:
    """A thing against the rule, full of what it travels with."""
    heavy = max(body.loads, key=lambda x: x.mass)
    along = body.contacts @ [1.0, 0.0, 0.0]
    length = float(along.max() - along.min())
    blocked = any(b.block.side == "front" for b in body.bears)
    total, missing = 0.0, []
    for pull in body.pulls:
        if pull.limit is None:
            missing += [*pull.unknown, pull.strap.name or f"strap {pull.strap.id}"]
            continue
        missing += pull.unknown
        total += pull.limit * (1.0 if _crosses(body, pull) else 0.5)
    return ByRule(
        len(body.pulls), number_wanted(length, heavy.mass, blocked), total, 0.5 * heavy.mass, tuple(dict.fromkeys(missing))
    )


def _crosses(body: Body, pull: Pull) -> bool:
    """Whether a strap goes down on the other side of the thing from where it began."""
    if len(pull.ends) < 2:
        return False
    off = pull.ends - body.contacts.mean(axis=0)
    flat = off - np.outer(off @ body.normal, body.normal)
    return float(flat[0] @ flat[1]) < 0
