"""What ties fills to each other: linear conditions, and open pipes."""

from typing import Annotated

from msgspec import Meta

from ..base.value import Id, Length, Value


class Link(Value, frozen=True, kw_only=True):
    """Fills tied by a linear condition: Σ factor·fill between low and high, in some states (all if none is named)."""

    factors: dict[str, Annotated[float, Meta(ge=-1000, le=1000)]]
    low: Annotated[float, Meta(ge=-1e6, le=1e6)]
    high: Annotated[float, Meta(ge=-1e6, le=1e6)]
    states: tuple[Id, ...] = ()


class Joined(Value, frozen=True, kw_only=True):
    """Tanks (`item/part`) that an open pipe makes one, by common surface height. bore: of the pipe [m]."""

    tanks: tuple[str, ...]
    bore: Length = 0.038
