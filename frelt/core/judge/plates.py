"""What a plate or marking comes to."""

from ..base.figure import rated
from ..base.load_index import load_of
from ..model.carrier import Axle
from ..model.rig import Rig


def tire_rating(axle: Axle) -> float | None:
    """What one tire of an axle carries [kg]: its molded load, else that of its load index."""
    molded = rated(axle.tires.rating)
    if molded is None and axle.tires.rating is None and axle.tires.load_index is not None:
        return load_of(axle.tires.load_index)
    return molded


def typical_rating(rig: Rig, field: str) -> float | None:
    """What carriers of its class usually have on the plate of a field of the rig, such as `vehicle.ratings.gross` [kg]."""
    carrier, own = (rig.vehicle, field.removeprefix("vehicle.")) if field.startswith("vehicle.") else (rig.trailer, field)
    return next((t.rating for t in carrier.typical if t.field == own), None) if carrier is not None else None
