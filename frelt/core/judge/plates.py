"""What a plate or marking comes to."""

from ..base.figure import rated
from ..base.load_index import load_of
from ..model.carrier import Axle


def tire_rating(axle: Axle) -> float | None:
    """What one tire of an axle carries [kg]: its molded load, else that of its load index."""
    molded = rated(axle.tires.rating)
    if molded is None and axle.tires.rating is None and axle.tires.load_index is not None:
        return load_of(axle.tires.load_index)
    return molded
