"""Scale readings of an empty carrier: each takes a carrier and gives a new one."""

from msgspec.structs import replace

from ..base.figure import Figure
from ..base.value import FreltError
from ..model.carrier import Aboard, Carrier, Trailer, TrailerEmpty, VehicleEmpty

WAYS = ("axles", "each", "gross")  # of what stands on a trailer's axles one is read, see `TrailerEmpty`
NOTHING = Figure(value=0.0)


def reading(value: float) -> Figure:
    """A reading of a public scale [kg]: ± 2 %, at least 5 kg."""
    return Figure(value=value, source="weighed", plus_minus=max(value * 0.02, 5.0), origin="scale")


def with_weight(c: Carrier, name: str, value: float | None) -> Carrier:
    """The carrier with one of its empty weights [kg] by its field; without one of the two that are needed, none is known.

    What stands on a trailer's axles is read in one way: one that is typed takes the place of another.
    """
    needed = ("tongue", *WAYS) if isinstance(c, Trailer) else ("front", "rear")
    if value is None:
        if c.empty is None or (name in needed and getattr(c.empty, name)):
            return replace(c, empty=None)
        return c if name in needed else replace(c, empty=replace(c.empty, **{name: None}))
    old: TrailerEmpty | VehicleEmpty | None = c.empty
    if old is None:
        old = (
            TrailerEmpty(tongue=NOTHING, axles=NOTHING) if isinstance(c, Trailer) else VehicleEmpty(front=NOTHING, rear=NOTHING)
        )
    if isinstance(old, TrailerEmpty) and name in WAYS:
        old = replace(old, axles=None, each=(), gross=None)
    return replace(c, empty=replace(old, **{name: reading(value)}))


def with_each_axle(t: Trailer, values: tuple[float, ...]) -> Trailer:
    """The trailer with every axle read by itself [kg], from the front. Raises FreltError for another number of readings."""
    if len(values) != len(t.axles):
        raise FreltError(f"{len(values)} readings of {len(t.axles)} axles; expected one for each")
    old = t.empty or TrailerEmpty(tongue=NOTHING)
    return replace(t, empty=replace(old, axles=None, gross=None, each=tuple(map(reading, values))))


def with_tongue(t: Trailer, tongue: Figure) -> Trailer:
    """The trailer with another reading of its tongue."""
    old = t.empty or TrailerEmpty(tongue=tongue, axles=NOTHING)
    return replace(t, empty=replace(old, tongue=tongue))


def with_aboard(c: Carrier, aboard: tuple[Aboard, ...]) -> Carrier:
    """The carrier with another list of what was aboard when it was weighed. Raises FreltError without empty weights."""
    if c.empty is None:
        raise FreltError("type the empty weights first, then what was aboard")
    return replace(c, empty=replace(c.empty, aboard=aboard))
