"""The mass of the fit-out itself: what covers decks and walls by area and thickness, and allowances by what is mounted."""

from typing import Annotated, Literal

from msgspec import Meta

from ..base.figure import Figure
from ..base.value import Length, Value
from .names import CoverId, OnDeck

Cover = Literal["plywood", "floor coating", "aluminum plate", "steel plate", "rubber mat", "wall panels"]
Allowance = Literal["brackets", "plumbing", "wiring"]


class FitOut(Value, frozen=True, kw_only=True):
    """A cover of a deck or of the walls around it, or an allowance for the carrier that the deck belongs to.

    area: that is covered, the whole deck if None [m²].  thickness: [m].  rise: how high above the deck it weighs [m].
    mass: [kg] where it was weighed, else it is computed.
    """

    id: CoverId
    what: Cover | Allowance
    deck: OnDeck
    area: Annotated[float, Meta(ge=0, le=500)] | None = None
    thickness: Length = 0.0
    rise: Length = 0.0
    mass: Figure | None = None
