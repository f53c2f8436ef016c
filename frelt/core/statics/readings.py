"""A scale's readings as they are taken: with what was agreed to be wrong, and what a plate that stands high adds."""

from collections.abc import Sequence

import numpy as np

from ..base.arrays import Array
from ..model.carrier import Trailer
from ..model.item import Item
from ..model.ticket import Mend, Reading, Stood, Ticket


def stood_now(item: Item) -> Stood:
    """A thing as it stands now."""
    at = item.place
    return Stood(name=item.name, mass=item.mass, deck=at.deck, u=at.u, v=at.v, off=at.off, turns=at.turns, face=at.face)


def raised(trailer: Trailer | None, reading: Reading, height: float) -> float:
    """What a plate that stands so high [m] over the rest of the ground adds under one axle on a spring [kg]; under an equalizer nothing.

    F = k(δ + θ·d) with Σ F·d held: its own spring is pressed by the height, the whole turns about the coupler and takes some of it back.
    """
    if trailer is None or height <= 0 or trailer.sharing != "independent" or any(a.rate is None for a in trailer.axles):
        return 0.0
    rates = {a.id: (a.rate.value if a.rate is not None else 0.0, a.x - trailer.coupler_x) for a in trailer.axles}
    second = sum(k * d * d for k, d in rates.values())
    total = 0.0
    for name in reading.stood:
        axle, _, side = name.partition("/")
        if axle in rates and len(rates) > 1:
            k, d = rates[axle]
            total += k * height * (1 - k * d * d / second) * (0.5 if side else 1.0)
    return total


def taken_readings(ticket: Ticket, mends: Sequence[Mend]) -> Array:
    """What is taken for each reading [kg], with what was agreed to be wrong with the ticket, (readings,)."""
    taken = np.array([r.value for r in ticket.readings], dtype=float)
    for mend in mends:
        if mend.kind == "read as" and mend.value is not None and mend.readings and mend.readings[0] < len(taken):
            taken[mend.readings[0]] = mend.value
        elif mend.kind == "swapped" and len(mend.readings) == 2 and max(mend.readings) < len(taken):
            i, j = mend.readings
            taken[[i, j]] = taken[[j, i]]
    return taken
