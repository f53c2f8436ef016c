"""Mixes that a shop keeps: what is put together, and what it is diluted by on its way to the wall."""

from typing import Annotated

from msgspec import Meta

from ..base.value import Share, Text, Value
from .names import LocalId

Ratio = Annotated[float, Meta(ge=0, le=1000)]


class Mix(Value, frozen=True, kw_only=True):
    """stock: strength of what is bought, target: of the batch, shares; a soap of which only the ratio is said has a stock of 1.

    volume: of the batch [m³].  steps: parts of water to one part, in turn, through which it goes after that (1:2, then 15:1).
    """

    id: LocalId
    name: Text
    stock: Share = 1.0
    target: Share = 1.0
    volume: Annotated[float, Meta(ge=0, le=50)] = 0.0
    steps: Annotated[tuple[Ratio, ...], Meta(max_length=6)] = ()
