"""What a check is: one load against one rating or rule, in its worst state and fills.

To add one: write a file in `core/checks` that calls `register(CheckKind(...))`. It is found by
import; its limits join the table, the safe floor, the fixes and the words without further edits.
A kind gives *limits* (linear in the load moments, judged here over all states and fills) or
*findings* (already judged, for what is geometry and not load), or both.
"""

import re
from collections.abc import Callable, Iterable
from functools import cached_property
from math import hypot
from typing import TYPE_CHECKING, Literal

from msgspec import Struct
from msgspec.structs import replace

from ..geometry.frames import Frames
from ..masses.moments import Moments
from ..model.accepted import Accepted
from ..model.carrier import Axle, Carrier, Trailer, Vehicle
from ..model.rig import Rig
from ..model.rules import RuleSet
from ..statics.cases import Case, coupled
from ..statics.limit import Limit, Quantity
from ..statics.supports import Condition, Supports
from .status import QUIET, Level, Status, tier

if TYPE_CHECKING:
    from ..base.units import Units
    from ..statics.loads import Loads


class Told:
    """When a worst case happens, in words, and at which fills: found out when first asked for."""

    def __init__(self, tell: Callable[[], tuple[str, dict[str, float]]]) -> None:
        self._tell = tell
        self._found: tuple[str, dict[str, float]] | None = None

    def found(self) -> tuple[str, dict[str, float]]:
        """The words, and the fill of every tank by address."""
        if self._found is None:
            self._found = self._tell()
        return self._found


class Check(Struct, frozen=True, dict=True):
    """A judged limit. load, limit, margin, spread: [kg], share or [m] by quantity.

    limit: the side that is nearest, or None where unknown.  side: whether load is held from
    above (`high`) or below (`low`).  told: when and at which fills the worst case occurs.  why: reason of an unknown.
    scale: what a margin is a share of where the limit itself is zero.  detail: what its own kind needs for its words.
    end: of a tire, its axle, its side and its noun (see `words.subject`).
    level: how grave it is when it is over (see `status.LEVELS`); None until the rules have said it.
    likely: `over` where it is only with what nobody counted, or against what the class usually has.
    accepted: by whose reason it is quiet.  causes: what a finding comes from, as keys, where its id and its things do not tell.
    typical: that usual rating where the plate is unread.  beyond, beyond_pm: what nobody counted adds to the load, and its ±.
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
    told: Told | None = None
    by_rule: bool = False
    field: str = ""
    why: str = ""
    items: tuple[str, ...] = ()
    scale: float | None = None
    detail: tuple[str, ...] = ()
    level: Level | None = None
    end: tuple[str, str, str] | None = None
    likely: Literal["over"] | None = None
    accepted: Accepted | None = None
    typical: float | None = None
    beyond: float = 0.0
    beyond_pm: float = 0.0
    causes: tuple[str, ...] = ()

    @property
    def with_rest(self) -> float | None:
        """The load with what nobody counted; never below what is counted."""
        return None if self.load is None else self.load + max(self.beyond, 0.0)

    @property
    def upper(self) -> float | None:
        """The load with what nobody counted and the ± of both, 19 in 20 are below it; never below what is counted."""
        if self.load is None:
            return None
        return self.load + max(self.beyond + hypot(self.spread, self.beyond_pm), 0.0)

    @property
    def when(self) -> str:
        """The state and its fills in words."""
        return self.told.found()[0] if self.told is not None else ""

    @property
    def fills(self) -> dict[str, float]:
        """The fills at which the worst case occurs, by tank address."""
        return self.told.found()[1] if self.told is not None else {}

    @property
    def excess(self) -> float:
        """How far outside, as a share of the limit; zero inside."""
        if self.margin is None or self.margin >= 0:
            return 0.0
        reference = self.scale or self.limit
        return -self.margin / abs(reference) if reference else 1.0

    @cached_property
    def rank(self) -> tuple[int, float]:
        """What is spoken of first: by level and status (see `status.TIERS`), then by the margin as a share of the limit."""
        first = QUIET if self.accepted else tier(self.level or "broken", self.status, self.likely is not None)
        if self.status == "over":
            return first, -self.excess
        if self.likely is not None and (self.limit or self.typical) and self.load is not None:
            usual = self.limit if self.limit is not None else self.typical
            assert usual is not None
            sign = 1 if self.side == "high" else -1
            return first, sign * (usual - self.load - self.beyond) / abs(usual) if usual else 0.0
        if self.margin is None:
            return first, 0.0
        return first, self.margin / abs(self.limit) if self.limit else float("inf")

    def named(self) -> tuple[list[str], dict[int, str]]:
        """The parts of its id, signs between them kept, and which of them are items, by number."""
        parts = re.split(r"([:/])", self.id)
        found: dict[int, str] = {}
        for item in reversed(self.items):  # from the right, since an id may be a word such as “fuel” that stands before it too
            last = max((n for n, part in enumerate(parts) if part == item and n not in found), default=-1)
            if last >= 0:
                found[last] = item
        return parts, found

    @property
    def lifted(self) -> bool:
        """Whether it is a support that would have to pull down: something lifts it off."""
        return self.side == "low" and self.limit == 0.0 and self.quantity == "mass" and (self.load or 0.0) < 0


class Bearing(Struct, frozen=True):
    """What a check kind may ask when it states its limits: a rig standing in one way.

    heavy: whether the whole rig may weigh so much that rules for heavy vehicles can bind.
    """

    rig: Rig
    moments: Moments
    case: Case
    heavy: bool = False

    @property
    def supports(self) -> Supports:
        """What the ground and the hitch carry."""
        return self.case.supports

    @property
    def condition(self) -> Condition:
        """Hitched or parked."""
        return self.case.condition

    @property
    def trailer(self) -> Trailer | None:
        """The trailer, if the rig has one."""
        return self.rig.trailer

    @property
    def vehicle(self) -> Vehicle | None:
        """The vehicle, if the rig has one."""
        return self.rig.vehicle

    @property
    def pair(self) -> tuple[Trailer, Vehicle] | None:
        """Trailer and vehicle where they are hitched to each other."""
        return coupled(self.rig, self.condition)

    def axles(self) -> Iterable[tuple[Carrier, Axle, str]]:
        """Every axle with its carrier and the address of its fields."""
        for carrier in self.rig.carriers:
            for n, axle in enumerate(carrier.axles):
                yield carrier, axle, f"{field_of(carrier)}axles[{n}]"


def field_of(carrier: Carrier) -> str:
    """What the address of a carrier's fields begins with: nothing for the trailer's."""
    return "vehicle." if isinstance(carrier, Vehicle) else ""


def named(rig: Rig, carrier: Carrier, axle: Axle) -> str:
    """An axle's name, told from those of the other carrier."""
    return axle.name if len(rig.carriers) == 1 or isinstance(carrier, Vehicle) else f"Trailer {axle.name.lower()}"


class CheckKind(Struct, frozen=True):
    """An entry of the registry.

    title: of the thing checked.  plate: where on the vehicle the figure is found.  level: how grave it is when it is over.
    weighed: findings that rest on the loads.  source: of the rule itself.  conditions: in which states its limits are stated.
    sentence, brief: words for a judged check; None for the common ones, in which `noun` carries the load.
    with_bars: whether weight-distributing bars change its loads; the static ones are judged without.
    curable: whether moving or filling otherwise can cure it: never a rule of the road, nor what a scale has read.
    acceptable: whether a person may accept what it finds: never a plate, a support below zero, or tipping.
    """

    id: str
    title: str
    plate: str
    source: str
    limits: Callable[[Bearing], Iterable[Limit]] | None = None
    findings: Callable[[Rig, Frames], Iterable[Check]] | None = None
    weighed: "Callable[[Rig, Frames, Loads], Iterable[Check]] | None" = None
    sentence: Callable[[Check, "Units"], str] | None = None
    brief: Callable[[Check, "Units"], str] | None = None
    conditions: tuple[Condition, ...] = ("hitched", "parked")
    noun: str = "rating"
    with_bars: bool = False
    level: Level = "broken"
    acceptable: bool = True
    curable: bool = True

    def asked(self, case: Case) -> bool:
        """Whether its limits are stated in a case."""
        if self.limits is None or case.condition not in self.conditions:
            return False
        return case.judged == "all" or self.with_bars == (case.judged == "with bars")


KINDS: dict[str, CheckKind] = {}


def graded(check: "Check", rules: RuleSet) -> "Check":
    """A check with its level, unless it has one of its own."""
    return check if check.level is not None else replace(check, level=level_of(check.kind, rules))


def level_of(kind: str, rules: RuleSet) -> Level:
    """How grave a kind of check is by a rule set: as the shop says, else as its registry entry does."""
    said = rules.levels.get(kind)
    return said if said is not None else KINDS[kind].level if kind in KINDS else "broken"


def register(kind: CheckKind) -> CheckKind:
    """Add a kind to the registry. Raises ValueError where its id is taken."""
    if kind.id in KINDS:
        raise ValueError(f"check {kind.id} is registered twice")
    KINDS[kind.id] = kind
    return kind
