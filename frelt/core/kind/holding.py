"""What is known of straps, anchors and bolts by their kind: working load limits, give, weight, and what usually rubs on what.

Working load limits of what is not marked: 49 CFR 393.108, from memory, ± a row; the table's lowest rows, as for unmarked webbing and
chain of grade 30. Give at the working load limit, weight and how tight a hand draws: from memory of makers' sheets.
"""

from msgspec import Struct

from ..base.figure import Figure
from ..base.units import INCH, LB
from ..model.carrier import Deck
from ..model.tie_down import AnchorKind, Strap, StrapKind


class Known(Struct, frozen=True):
    """give: stretch at the working load limit [-]; pre: how tight it is drawn by hand [kg]; mass: [kg] a meter and square meter of width."""

    give: float
    pre: float
    mass: float


STRAPS: dict[StrapKind, Known] = {
    "ratchet strap": Known(0.035, 120.0, 4.0),
    "cam strap": Known(0.04, 30.0, 3.0),
    "chain": Known(0.006, 150.0, 220.0),
    "wire rope": Known(0.008, 100.0, 40.0),
}
HARDWARE: dict[StrapKind, float] = {
    "ratchet strap": 1.3,
    "cam strap": 0.2,
    "chain": 2.5,
    "wire rope": 0.6,
}  # ratchet and hooks [kg]
ANCHORS: dict[AnchorKind, float] = {"ring": 0.35, "rail": 0.8, "stake pocket": 0.0, "eye bolt": 0.25, "frame": 0.0}  # [kg]

WEBBING = ((1.75, 1750.0), (2.0, 2000.0), (3.0, 3000.0), (4.0, 4000.0))  # width [in], working load limit [lb]
CHAIN = ((0.25, 1300.0), (0.3125, 1900.0), (0.375, 2650.0), (0.4375, 3500.0), (0.5, 4500.0))  # grade 30, size [in], [lb]
ROPE = ((0.25, 1400.0), (0.3125, 2100.0), (0.375, 3000.0), (0.4375, 4100.0), (0.5, 5300.0))  # 6 by 37, size [in], [lb]
BELOW = 500.0  # of narrower webbing by its width in inches, as makers of cam straps mark it, from memory [lb/in]


def table_limit(kind: StrapKind, width: float) -> float:
    """Working load limit of what is not marked [kg], by its width or size [m]: that of the next smaller row.

    Below the first row of webbing in proportion to its width; below that of chain and rope, to the square of its size.
    """
    rows = WEBBING if "strap" in kind else CHAIN if kind == "chain" else ROPE
    inches = width / INCH + 1e-6
    fitting = [limit for size, limit in rows if size <= inches]
    if fitting:
        return fitting[-1] * LB
    first, limit = rows[0]
    return (BELOW * inches if "strap" in kind else limit * (inches / first) ** 2) * LB


def limit_of(strap: Strap) -> Figure | None:
    """What a strap with its hooks may bear [kg]: as it is marked, else by the table; None where it is said to be not rated."""
    if isinstance(strap.holds, Figure):
        return strap.holds
    if strap.holds == "not rated":
        return None
    note = "not marked: by the rule's table for its width (49 CFR 393.108, from memory)"
    return Figure(value=table_limit(strap.kind, strap.width), note=note)


def strap_mass(strap: Strap, length: float) -> float:
    """What a strap weighs [kg], of a length [m]."""
    if strap.mass is not None:
        return strap.mass.value
    known = STRAPS[strap.kind]
    across = strap.width if "strap" in strap.kind else strap.width**2 * 100
    return HARDWARE[strap.kind] + known.mass * across * length


class Rubs(Struct, frozen=True):
    """How much of what presses rubs: low where it is wet, high where it is dry [-]."""

    low: float
    high: float
    note: str


SURFACES: dict[str, Rubs] = {
    "planked": Rubs(0.25, 0.45, "wood deck, wet to dry"),
    "plate": Rubs(0.15, 0.30, "metal deck, wet or oily to dry"),
    "coated": Rubs(0.30, 0.55, "sprayed or painted grit deck, wet to dry"),
    "rubber": Rubs(0.40, 0.65, "rubber mat, wet to dry"),
}
"""Ranges from memory of EN 12195-1's annex and of handbooks; soap lowers all of them."""


def rubs(deck: Deck, matted: bool = False) -> Rubs:
    """Between a thing and its deck."""
    return SURFACES["rubber" if matted else deck.surface]
