"""A skid on forks: where its weight is, drained and with what is in its tanks, against what the forklift carries there.

A forklift is rated at a load centre; beyond it, it carries rated × centre / distance, up to it the rated mass. The heel
of the forks stands at the edge of the skid by which they enter.
"""

from msgspec import Struct

from ..base.figure import rated as _limit
from ..geometry.frames import Frames, standing_on
from ..kind.registry import given
from ..masses.item_rows import own_rows
from ..model.item import Item
from ..model.rig import Forklift, Rig, fill_range
from ..model.state import State

FRICTION = 0.4  # of a skid on a bed, from memory of aluminum and steel on painted steel
PULL = 300.0  # N that one person drags with for a short way, from memory of manual-handling tables
GRAVITY = 9.81


class Lift(Struct, frozen=True):
    """A skid as it is lifted. mass: [kg].  out: of its centre from the heel of the forks; off: to the right of their middle [m]."""

    skid: str
    what: str
    mass: float
    out: float
    off: float

    def fork_loads(self, apart: float) -> tuple[float, float]:
        """What the left and the right fork carry [kg], their middles so far apart [m]; below zero where it tips."""
        right = self.mass * (0.5 + self.off / apart)
        return self.mass - right, right

    def drag(self) -> float:
        """The force that drags it over a bed [N], at the friction of FRICTION."""
        return FRICTION * self.mass * GRAVITY


def capacity(forklift: Forklift, out: float) -> float | None:
    """What a forklift carries with the load's centre so far from the heel of its forks [kg]; None where it is not rated."""
    rated = _limit(forklift.rated)
    return None if rated is None else rated * min(1.0, forklift.centre / max(out, 1e-9))


def skids(rig: Rig) -> tuple[Item, ...]:
    """The skids of a rig."""
    return tuple(i for i in rig.items if i.kind == "skid")


def lift(rig: Rig, frames: Frames, skid: Item, state: State | None) -> Lift:
    """A skid with all that stands on it, its tanks drained, or as full as a state lets them be."""
    moments = [0.0, 0.0, 0.0]
    base = frames.items[skid.id]

    def add(mass: float, at: tuple[float, float, float]) -> None:
        x, y = at[0] - base.at[0], at[1] - base.at[1]
        turn = base.turn
        moments[0] += mass
        moments[1] += mass * (turn[0][0] * x + turn[1][0] * y)
        moments[2] += mass * (turn[0][1] * x + turn[1][1] * y)

    for item in standing_on(rig, skid.id):
        if item.kind == "kept-place":
            continue
        frame = frames.items[item.id]
        rows, tanks = own_rows(item)
        for row in rows:
            if not (row.wet and state is None):
                add(row.mass.value * row.share, frame.point(row.at))
        for tank in tanks:
            full = tank.capacity.value * tank.liquid.density.value
            fill = 0.0 if state is None else fill_range(state, f"{item.id}/{tank.id}", tank).high
            add(full * fill, frame.point(tank.at))
    mass, mx, my = moments
    side = given(skid).word("forks") == "from the side"
    half = (skid.width.value if side else skid.length.value) / 2
    along, across = (my, mx) if side else (mx, my)
    out = half - along / mass  # the forks enter at the rear or the right edge, so their heel is there
    return Lift(skid.id, "drained" if state is None else state.name, mass, out, across / mass)
