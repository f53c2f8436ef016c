"""A figure: a number that keeps its source and tolerance wherever it goes."""

from typing import Literal

from .value import Positive, Text, Value

Source = Literal["weighed", "measured", "maker", "plate", "estimate"]
Basis = Literal["", "computed", "listed"]
NOT_RATED: Literal["not rated"] = "not rated"


class Figure(Value, frozen=True, kw_only=True):
    """value, plus_minus: in the SI unit its field names; ± means 19 in 20.

    origin: what the error comes from (a ticket, a class, a liquid); errors of one origin add.
    basis: of what belongs to a thing, whether it was computed from what its kind is known by, or listed with that by memory; both
    follow when that changes. Empty where somebody put it there, so that it stays.
    """

    value: Positive
    plus_minus: Positive = 0.0
    source: Source = "estimate"
    basis: Basis = ""
    origin: Text = ""
    note: Text = ""


# None is unknown, the normal start; "not rated" is an answer.
Rating = Figure | Literal["not rated"] | None


def rated(rating: Rating) -> float | None:
    """The limit a rating gives, in the SI unit of its quantity, or None where it gives none."""
    return rating.value if isinstance(rating, Figure) else None


def plate(value: float, note: str = "") -> Figure:
    """A figure read off a plate, in SI units."""
    return Figure(value=value, source="plate", note=note)
