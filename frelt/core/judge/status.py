"""The one place where a value is held against its bounds: both sides of a window, with the shop's reserve and the value's ±.

`status_of` is for one value, `codes` for arrays of them; a test holds that they say the same.
"""

from collections.abc import Mapping
from typing import Literal

import numpy as np
from msgspec import Struct

from ..base.arrays import Array, NDArray

Status = Literal["over", "unknown", "tight", "ok"]
Level = Literal["broken", "danger", "law", "advice", "wish"]
Side = Literal["high", "low"]

STATUSES: tuple[Status, ...] = ("over", "unknown", "tight", "ok")
OVER, UNKNOWN, TIGHT, OK, NOT_HERE = 0, 1, 2, 3, 9
RANKS: dict[Status, int] = {s: n for n, s in enumerate(STATUSES)}
LEVELS: tuple[Level, ...] = ("broken", "danger", "law", "advice", "wish")
GRAVE: tuple[Level, ...] = ("broken", "danger")  # whose excess is red
ROUNDING = 1e-9  # of a limit, or of one unit where the limit is small; less than that is no excess

# What is spoken of first, by level and status. 2 is for what is only likely over.
LIKELY, QUIET = 2, 9
TIERS: Mapping[Level, tuple[int, int, int, int]] = {  # over, unknown, tight, ok
    "broken": (0, 3, 5, QUIET),
    "danger": (1, 4, 5, QUIET),
    "law": (4, 4, 5, QUIET),
    "advice": (6, 8, 8, QUIET),
    "wish": (7, 8, 8, QUIET),
}


def tier(level: Level, status: Status, likely: bool = False) -> int:
    """How early a check is spoken of: 0 first, `QUIET` what is right. likely: whether it is likely over."""
    found = TIERS[level][RANKS[status]]
    return min(found, LIKELY) if likely else found


class Held(Struct, frozen=True):
    """A value held against its bounds, on the side that is worse. margin: negative outside; None where nothing is known."""

    status: Status
    side: Side = "high"
    bound: float | None = None
    margin: float | None = None


def status_of(
    value: float,
    low: float | None = None,
    high: float | None = None,
    reserve: float = 0.0,
    spread: float = 0.0,
    answered: bool = True,
    slack: float = 0.0,
) -> Held:
    """One value between its bounds [any unit].

    reserve: share of a bound below which the margin is tight; spread: ± of the value, within which it is too.
    answered: False where passing the bound only raises a question.  slack: what counts as touching, not as outside.
    """
    found: list[tuple[int, float, Held]] = []
    sides: tuple[tuple[Side, float | None, float], ...] = (("high", high, 1.0), ("low", low, -1.0))
    for side, bound, sign in sides:
        if bound is None:
            continue
        margin, size = sign * (bound - value), abs(bound)
        code = TIGHT if margin < max(reserve * size, spread) else OK
        if margin < -max(slack, ROUNDING * max(1.0, size)):
            code = OVER if answered else UNKNOWN
        found.append((code, margin, Held(STATUSES[code], side, bound, margin)))
    return min(found, key=lambda f: f[:2])[2] if found else Held("unknown")


def codes(margin: Array, bound: Array, spread: Array, reserve: float, answered: NDArray[np.bool_]) -> NDArray[np.int8]:
    """The numbers of the status of margins to bounds [kg, shares or m], of one shape; nan where there is no bound: unknown."""
    size = np.abs(bound)
    with np.errstate(invalid="ignore"):
        code = np.where(margin < np.maximum(reserve * size, spread), TIGHT, OK)
        code = np.where(margin < -ROUNDING * np.maximum(1.0, size), np.where(answered, OVER, UNKNOWN), code)
    found: NDArray[np.int8] = np.where(np.isnan(margin), UNKNOWN, code).astype(np.int8)
    return found
