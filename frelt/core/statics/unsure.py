"""What a rig's loads rest on beside masses, each moved by one ±: spring rates and heights, which no mass table knows."""

from collections.abc import Iterator

from msgspec.structs import replace

from ..base.figure import Figure
from ..edit.carriers import with_carrier
from ..model.rig import Rig
from .cases import ball_height
from .supports import springs

HEIGHT = 0.01  # ± of a height read with a tape under a rig on its springs [m]; common practice, no source


def moved(rig: Rig) -> Iterator[Rig]:
    """The rig with one spring rate, or the height its coupler is held at, moved by one ±; nothing where no load rests on them.

    Only the difference of coupler and ball counts, so both readings stand in one height, by root of squares.
    """
    trailer = rig.trailer
    if trailer is None or not springs(trailer):
        return
    for n, axle in enumerate(trailer.axles):
        if axle.rate is not None and axle.rate.plus_minus:
            rate = Figure(value=axle.rate.value + axle.rate.plus_minus)
            axles = (*trailer.axles[:n], replace(axle, rate=rate), *trailer.axles[n + 1 :])
            yield with_carrier(rig, replace(trailer, axles=axles))
    if ball_height(rig) is not None or trailer.parked_z is not None:
        yield with_carrier(rig, replace(trailer, coupler_z=trailer.coupler_z + HEIGHT * 2**0.5))
