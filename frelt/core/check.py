"""What a check is: one load against one rating or rule, in its worst state and fills.

To add one: write a file in `core/checks` that calls `register(CheckKind(...))`. It is found by
import; its limits join the table, the safe floor, the fixes and the words without further edits.
A kind gives *limits* (linear in the load moments, judged here over all states and fills) or
*findings* (already judged, for what is geometry and not load), or both.
"""

from collections.abc import Callable, Iterable
from typing import TYPE_CHECKING, Literal

from msgspec import Struct

from .carrier import Trailer
from .figure import Rating
from .frames import Frames
from .rig import Rig
from .state import State
from .supports import Condition, Supports

if TYPE_CHECKING:
    from .units import Units

Status = Literal["over", "unknown", "tight", "ok"]
RANKS: dict[Status, int] = {"over": 0, "unknown": 1, "tight": 2, "ok": 3}
Quantity = Literal["mass", "share", "length"]
Row = tuple[float, float, float, float]
WHOLE: Row = (1.0, 0.0, 0.0, 0.0)  # the mass of all the trailer bears, and itself


def as_row(values: Iterable[float]) -> Row:
    """An influence of a support as a limit's row."""
    a, b, c, d = (float(v) for v in values)
    return a, b, c, d


class Limit(Struct, frozen=True):
    """A quantity (num·m) or (num·m)/(den·m) that must stay between low and high.

    num, den: rows on (M, Mx, My, 1).  low, high: [kg], shares or [m]; None where unbounded.
    rating: what the plate says, where a plate gives the limit.  at: the support it is read at.
    """

    check: str
    id: str
    subject: str
    num: Row
    den: Row | None = None
    low: float | None = None
    high: float | None = None
    quantity: Quantity = "mass"
    rating: Rating = None
    by_rule: bool = False
    road_only: bool = False
    at: tuple[str, ...] = ()
    field: str = ""
    condition: Condition = "hitched"

    @property
    def known(self) -> bool:
        """Whether there is anything to compare with."""
        return self.low is not None or self.high is not None

    @property
    def counts(self) -> bool:
        """Whether it is a limit at all: `not rated` is an answer, not an unknown."""
        return self.rating != "not rated"

    def applies(self, state: State) -> bool:
        """Whether a state is judged by it."""
        return state.condition == self.condition and (state.road or not self.road_only)


class Check(Struct, frozen=True):
    """A judged limit. load, limit, margin, spread: [kg], share or [m] by quantity.

    limit: the side that is nearest, or None where unknown.  side: whether load is held from
    above (`high`) or below (`low`).  fills: at which the worst case occurs, by tank address.
    when: the state and its fills in words.  why: reason of an unknown.
    scale: what a margin is a share of where the limit itself is zero.
    """

    id: str
    kind: str
    subject: str
    quantity: Quantity
    status: Status
    load: float | None = None
    limit: float | None = None
    side: Literal["high", "low"] = "high"
    margin: float | None = None
    spread: float = 0.0
    state: str = ""
    when: str = ""
    fills: dict[str, float] = {}
    by_rule: bool = False
    field: str = ""
    why: str = ""
    items: tuple[str, ...] = ()
    scale: float | None = None

    @property
    def excess(self) -> float:
        """How far outside, as a share of the limit; zero inside."""
        if self.margin is None or self.margin >= 0:
            return 0.0
        reference = self.scale or self.limit
        return -self.margin / abs(reference) if reference else 1.0

    @property
    def rank(self) -> tuple[int, float]:
        """Worst first: over by its excess, then unknown, then tight and ok by margin as share of limit."""
        if self.status == "over":
            return RANKS["over"], -self.excess
        if self.margin is None:
            return RANKS[self.status], 0.0
        return RANKS[self.status], self.margin / abs(self.limit) if self.limit else float("inf")


class Bearing(Struct, frozen=True):
    """What a check kind may ask when it states its limits."""

    rig: Rig
    trailer: Trailer
    supports: Supports
    condition: Condition


class CheckKind(Struct, frozen=True):
    """An entry of the registry.

    title: of the thing checked.  plate: where on the vehicle the figure is found.
    source: of the rule itself.  conditions: in which states its limits are stated.
    sentence, brief: words for a judged check; None for the common ones, in which `noun` carries the load.
    """

    id: str
    title: str
    plate: str
    source: str
    limits: Callable[[Bearing], Iterable[Limit]] | None = None
    findings: Callable[[Rig, Frames], Iterable[Check]] | None = None
    sentence: Callable[[Check, "Units"], str] | None = None
    brief: Callable[[Check, "Units"], str] | None = None
    conditions: tuple[Condition, ...] = ("hitched", "parked")
    noun: str = "rating"


KINDS: dict[str, CheckKind] = {}


def register(kind: CheckKind) -> CheckKind:
    """Add a kind to the registry. Raises ValueError where its id is taken."""
    if kind.id in KINDS:
        raise ValueError(f"check {kind.id} is registered twice")
    KINDS[kind.id] = kind
    return kind
