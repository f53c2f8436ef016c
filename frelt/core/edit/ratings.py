"""Ratings by the field a limit names."""

from msgspec.structs import replace

from ..base.figure import Rating
from ..model.rig import Rig
from .carriers import carrier_field, with_axle, with_carrier


def set_rating(rig: Rig, field: str, rating: Rating) -> Rig:
    """The rig with a rating set by the field a limit names, such as `axles[0].rating` or `vehicle.ratings.gross`.

    Raises KeyError for a field that is no rating.
    """
    carrier, own = carrier_field(rig, field)
    part, _, name = own.partition(".")
    if part == "ratings" and hasattr(carrier.ratings, name):
        return with_carrier(rig, replace(carrier, ratings=replace(carrier.ratings, **{name: rating})))
    if not part.startswith("axles["):
        raise KeyError(field)
    number = int(part.removeprefix("axles[").removesuffix("]"))
    if name.startswith("tires."):
        tires = replace(carrier.axles[number].tires, **{name.removeprefix("tires."): rating})
        return with_carrier(rig, with_axle(carrier, number, tires=tires))
    return with_carrier(rig, with_axle(carrier, number, **{name: rating}))


def rating_at(rig: Rig, field: str) -> Rating:
    """The rating a field names. Raises KeyError where there is none."""
    carrier, own = carrier_field(rig, field)
    part, _, name = own.partition(".")
    found: Rating
    if part == "ratings":
        found = getattr(carrier.ratings, name)
        return found
    axle = carrier.axles[int(part.removeprefix("axles[").removesuffix("]"))]
    found = getattr(axle.tires, name.removeprefix("tires.")) if name.startswith("tires.") else axle.rating
    return found
