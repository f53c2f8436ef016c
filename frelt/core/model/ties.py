"""What ties fills to each other: linear conditions, and open pipes."""

from typing import Annotated

from msgspec import Meta

from ..base.value import Length, Value
from .names import SomeState, SomeTank, TiedTank


class Link(Value, frozen=True, kw_only=True):
    """Fills tied by a linear condition: Σ factor·fill between low and high, in some states (all if none is named)."""

    factors: dict[TiedTank, Annotated[float, Meta(ge=-1000, le=1000)]]
    low: Annotated[float, Meta(ge=-1e6, le=1e6)]
    high: Annotated[float, Meta(ge=-1e6, le=1e6)]
    states: Annotated[tuple[SomeState, ...], Meta(extra={"least": 1})] = ()


class Joined(Value, frozen=True, kw_only=True):
    """Tanks (`item/part`) that an open pipe makes one, by common surface height. bore: of the pipe [m]."""

    tanks: Annotated[tuple[SomeTank, ...], Meta(extra={"least": 2})]
    bore: Length = 0.038
