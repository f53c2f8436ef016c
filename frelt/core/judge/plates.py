"""What a plate or marking comes to."""

from ..base.figure import rated
from ..base.load_index import load_of
from ..model.carrier import Axle
from ..model.rig import Rig

LOAD_BY_PRESSURE = 0.65  # exponent of what a tire carries below the pressure molded beside its load; from memory


def tire_rating(axle: Axle) -> float | None:
    """What one tire of an axle carries as it is [kg]: by its maker's table, else its molded load or that of its load index, less
    where it is softer than printed: as (p / p0)^0.65, from memory; a maker's table overrules it."""
    tires = axle.tires
    told = rated(tires.by_table)
    if told is not None:
        return told
    molded = rated(tires.rating)
    if molded is None and tires.rating is None and tires.load_index is not None:
        molded = load_of(tires.load_index)
    soft = softer(axle)
    return molded if molded is None or soft is None else molded * soft


def softer(axle: Axle) -> float | None:
    """By what an axle's tires carry less because they are softer than printed, as a share; None where they are not, or nobody knows."""
    printed, inside = rated(axle.tires.printed), rated(axle.tires.pressure)
    if printed is None or inside is None or not 0 < inside < printed or rated(axle.tires.by_table) is not None:
        return None
    return float((inside / printed) ** LOAD_BY_PRESSURE)


def typical_rating(rig: Rig, field: str) -> float | None:
    """What carriers of its class usually have on the plate of a field of the rig, such as `vehicle.ratings.gross` [kg]."""
    carrier, own = (rig.vehicle, field.removeprefix("vehicle.")) if field.startswith("vehicle.") else (rig.trailer, field)
    return next((t.rating for t in carrier.typical if t.field == own), None) if carrier is not None else None
