"""What a scale found aboard, counted: kit of that weight in the box that stands nearest, else by the nearest thing, else on the deck."""

from math import hypot

from ..base.figure import Figure
from ..geometry.frames import Frames
from ..kind.capability import can
from ..model.rig import Rig
from ..scale.slips import Slip
from .kit import NewId, with_kit

NEAR = 1.2  # of a box from where the weight lies [m]; a ticket tells no more exactly
FOUND = "kit the scale found"


def where_found(rig: Rig, frames: Frames, slip: Slip) -> tuple[str, str] | None:
    """The thing or deck that is nearest to where something was aboard, by id and name; None where the slip is none of that."""
    if slip.at is None or slip.mass <= 0:
        return None
    carrier = rig.main
    if carrier is None:
        return None
    near: list[tuple[bool, float, str, str]] = []
    for item in rig.items:
        if item.id not in frames.items or item.built_in or frames.carrier_of[item.id] != carrier.id:
            continue
        x, y, _ = frames.items[item.id].at
        off = hypot(x - slip.at[0], y - slip.at[1])
        if off <= NEAR:
            near.append((not can(item, "hold kit", "bear things"), off, item.id, item.name))
    if near:
        return min(near)[2:]
    return carrier.main_deck.id, carrier.main_deck.name.lower()


def with_found(rig: Rig, frames: Frames, slip: Slip, new_id: NewId) -> Rig:
    """The rig with that weight counted as kit, ± a fifth."""
    place = where_found(rig, frames, slip)
    if place is None:
        return rig
    mass = Figure(
        value=round(slip.mass, 1),
        plus_minus=round(0.2 * slip.mass, 1),
        source="estimate",
        note="by a scale ticket: see what it is, and weigh it",
    )
    return with_kit(rig, FOUND, mass, new_id, on=place[0])
