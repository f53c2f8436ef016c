"""A carrier drawn in plan, from the left side and from behind; kept while it is the same."""

from typing import Any

from ..core.base.kept import Kept, Memo
from ..core.model.carrier import Carrier, Trailer, Vehicle
from .shapes import Group

_plans: Memo[tuple[Group, ...]] = Memo(64)
_sides: Memo[tuple[Group, ...]] = Memo(64)
_rears: Memo[tuple[Group, ...]] = Memo(64)


def _drawn(carrier: Carrier) -> Any:
    """The file that draws carriers of its kind, loaded when the first of them is drawn."""
    if isinstance(carrier, Trailer):
        from . import trailer as drawing
    elif isinstance(carrier, Vehicle):
        from . import vehicle as drawing  # type: ignore[no-redef]
    else:
        from . import stand as drawing  # type: ignore[no-redef]
    return drawing


def extent(carrier: Carrier) -> tuple[float, float, float, float, float]:
    """x0, x1, y0, y1 and the height that the empty carrier takes on a drawing [m]."""
    found: tuple[float, float, float, float, float] = _drawn(carrier).extent(carrier)
    return found


def plan(carrier: Carrier, kept: Kept) -> tuple[Group, ...]:
    """From above, forward to the left, right side up."""

    def make() -> tuple[Group, ...]:
        made: tuple[Group, ...] = _drawn(carrier).plan(carrier)
        return made

    return _plans.get(kept, carrier.id, (carrier,), make)


def side(carrier: Carrier, kept: Kept, parked: bool = False, near: str = "left") -> tuple[Group, ...]:
    """From the left, forward to the left: what stands behind the load, then (second) what stands before it.

    parked: a trailer's jack is down.  near: the side that is looked at, whose doors are drawn.
    """

    def make() -> tuple[Group, ...]:
        made: tuple[Group, ...] = (
            _drawn(carrier).side(carrier, parked, near) if isinstance(carrier, Trailer) else _drawn(carrier).side(carrier, near)
        )
        return made

    return _sides.get(kept, (carrier.id, parked, near), (carrier,), make)


def rear(carrier: Carrier, kept: Kept) -> tuple[Group, ...]:
    """From behind: what stands behind the load, then deck and wheels."""

    def make() -> tuple[Group, ...]:
        made: tuple[Group, ...] = _drawn(carrier).rear(carrier)
        return made

    return _rears.get(kept, carrier.id, (carrier,), make)
