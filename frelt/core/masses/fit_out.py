"""Where the fit-out of a rig weighs."""

from collections.abc import Iterator

from msgspec import Struct

from ..base.figure import Figure
from ..geometry.frames import Frames
from ..model.fit_out import COVERS, FitOut, allowance_mass, centroid, counts, cover_mass
from ..model.rig import Rig


class Placed(Struct, frozen=True):
    """A part of the fit-out with its mass, where it weighs in its carrier's frame [m]. along: ± of that [m]."""

    entry: FitOut
    carrier: str
    mass: Figure
    at: tuple[float, float, float]
    along: float


def placed_fit_out(rig: Rig, frames: Frames) -> Iterator[Placed]:
    """Every part of the fit-out that weighs something."""
    decks = {d.id: d for d in rig.decks}
    for entry in rig.fit_out:
        deck = decks.get(entry.deck)
        if deck is None or deck.id not in frames.decks:
            continue
        carrier = frames.carrier_of[deck.id]
        if entry.what in COVERS:
            mass = entry.mass or cover_mass(entry, deck)
            u, v = centroid(deck.outline)
            yield Placed(entry, carrier, mass, frames.decks[deck.id].point((u, v, entry.rise + entry.thickness / 2)), 0.0)
            continue
        counted = [(i, n) for i in rig.items if frames.carrier_of.get(i.id) == carrier and (n := counts(i, entry.what))]
        total = sum(n for _, n in counted)
        if entry.mass is None and not total:
            continue
        mass = entry.mass or allowance_mass(entry.what, total)
        if total:
            spots = [(frames.items[i.id].at, n) for i, n in counted]
            at = tuple(sum(p[k] * n for p, n in spots) / total for k in range(3))
        else:
            u, v = centroid(deck.outline)
            at = frames.decks[deck.id].point((u, v, 0.0))
        yield Placed(entry, carrier, mass, (at[0], at[1], at[2]), 0.3)
