"""What a state says of how full something may be."""

from collections.abc import Iterable

from ..model.liquid import Liquid
from ..model.state import FillRange, State

NOTHING = FillRange(low=0.0, high=0.0)


def by_the_state(state: State, liquid: Liquid, heel: float, top: float) -> FillRange:
    """The range of a liquid of which a state names no fill: by what it says of all fills and of water. heel, top: shares."""
    heel = min(heel, top)
    if state.fill == "drained" and not liquid.is_fuel:
        return NOTHING
    if liquid.role == "water" and state.water != "carried":
        return FillRange(low=0.0, high=top if state.water == "either" else heel)
    return FillRange(low=top if state.fill == "full" else heel, high=top)


def widest(ranges: Iterable[FillRange]) -> FillRange:
    """The range that holds several, one at least: of joined tanks that are told otherwise nobody knows which is right."""
    own = tuple(ranges)
    if len(set(own)) == 1:
        return own[0]
    shown = [r.now for r in own if r.now is not None]
    return FillRange(low=min(r.low for r in own), high=max(r.high for r in own), now=max(shown, default=None))
