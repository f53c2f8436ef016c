"""A limit: a load, or a share of one, that must stay between bounds; linear in the rig's moments."""

from typing import Literal

from msgspec import Struct

from ..base.arrays import Array
from ..base.figure import Rating
from ..model.state import State
from .supports import Condition

Quantity = Literal["mass", "share", "length", "distance"]


class Limit(Struct, frozen=True):
    """A quantity (num·m) or (num·m)/(den·m) that must stay between low and high.

    num, den: rows on the rig's moments.  low, high: [kg], shares or [m]; None where unbounded.
    rating: what the plate says, where a plate gives the limit.
    answered: False where passing it only raises a question that the builder has not answered.
    stands: whether the rear stands must be down, or up; None where it does not matter.
    doubt: a row whose value is one ± of num · m, beside that of the masses.
    support: whether it is what a support carries: below zero it is lifted, which is over whatever its rating.
    end: of a tire, its axle, its side and its noun, from which each reader's own subject is made.
    field: where the limit is typed (see `edit.set_rating`).
    detail: what its own kind needs for its words.
    bears: what load it limits, as a key; of a plate alone, since several plates may limit one load.
    plates: how many of such plates bear it together.  typical: what its class usually has where the plate is unread [kg].
    """

    check: str
    id: str
    subject: str
    num: Array
    den: Array | None = None
    low: float | None = None
    high: float | None = None
    quantity: Quantity = "mass"
    rating: Rating = None
    by_rule: bool = False
    road_only: bool = False
    stands: bool | None = None
    doubt: Array | None = None
    field: str = ""
    condition: Condition = "hitched"
    answered: bool = True
    support: bool = False
    end: tuple[str, str, str] | None = None
    plates: int = 1
    detail: tuple[str, ...] = ()
    typical: float | None = None
    bears: str = ""

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
        stood = self.stands is None or self.stands == state.stands
        return stood and state.condition == self.condition and (state.road or not self.road_only)
