"""A skid on forks: what each fork carries and how far out its weight lies, over every fill it may be lifted with.

A forklift is rated at a load centre; beyond it, it carries rated × centre / distance, up to it the rated mass. The heel
of the forks stands at the edge of the skid by which they enter. Every quantity is a row on the load moments of what stands on the
skid, so its extremes over the fills are those of `worst`.
"""

from collections.abc import Iterable

import numpy as np
from msgspec import Struct
from msgspec.structs import replace

from ..base.arrays import Array
from ..base.constants import GRAVITY
from ..base.figure import rated as _limit
from ..base.kept import Memo
from ..geometry.frames import Frames, standing_on
from ..kind.capability import able
from ..kind.registry import given
from ..masses.moments import moments_of
from ..masses.table import MassTable, mass_table
from ..model.item import HosePart, Item
from ..model.rig import Forklift, Rig
from ..model.state import FillRange, State
from .worst import extremes, spread

FRICTION = 0.4  # of a skid on a bed, from memory of aluminum and steel on painted steel
PULL = 300.0  # N that one person drags with for a short way, from memory of manual-handling tables
DRAINED = "drained"
MASS, REACH, LEFT, RIGHT, TIP = range(5)


class Lift(Struct, frozen=True):
    """A skid as it is lifted. mass: [kg].  out: of its centre from the heel of the forks; off: to the right of their middle [m]."""

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

    @property
    def dragged_by_two(self) -> bool:
        """Whether two people can drag it over a bed."""
        return self.drag() <= 2 * PULL


class Lifted(Struct, frozen=True):
    """A skid in one lifted state. state: its id, or `drained`.  apart: of the forks' middles [m].

    least, greatest: of mass, of mass × distance from the heel [kg·m], of each fork, and of what keeps it from tipping off the tips
    [kg, kg·m], over every fill; fills: where each occurs, (least or greatest, quantity, tanks).  pm: ± there, (2, quantities).
    now: as the state shows it.
    """

    skid: str
    state: str
    name: str
    apart: float
    addresses: tuple[str, ...]
    least: Array
    greatest: Array
    fills: Array
    pm: Array
    lifts: tuple[tuple[Lift, ...], tuple[Lift, ...]]
    now: Lift

    def at(self, quantity: int, high: bool) -> tuple[Lift, dict[str, float]]:
        """The skid, and the fill of every tank on it, where a quantity is greatest or least."""
        fills = self.fills[int(high), quantity]
        return self.lifts[int(high)][quantity], dict(zip(self.addresses, fills.tolist(), strict=True))


def capacity(forklift: Forklift, out: float) -> float | None:
    """What a forklift carries with the load's centre so far from the heel of its forks [kg]; None where it is not rated."""
    rated = _limit(forklift.rated)
    return None if rated is None else rated * min(1.0, forklift.centre / max(out, 1e-9))


def skids(rig: Rig) -> tuple[Item, ...]:
    """What forks can lift of a rig."""
    return tuple(able(rig.items, "be lifted"))


_kept: Memo[tuple[Lifted, ...]] = Memo(64)


def lifted(rig: Rig, frames: Frames) -> tuple[Lifted, ...]:
    """Every skid of a rig, drained and in each lifted state. Raises FreltError where its fills cannot be followed."""
    found = [s for s in skids(rig) if s.id in frames.items]
    return _kept.get(frames.kept, rig.id, (rig, frames), lambda: tuple(_lifted(rig, frames, found))) if found else ()


def _lifted(rig: Rig, frames: Frames, found: Iterable[Item]) -> Iterable[Lifted]:
    states = (_drained(rig), *(s for s in rig.states if s.condition == "lifted"))
    alone = replace(rig, states=states, bars=None)
    table = mass_table(alone, moments_of(alone), frames, bare_too=False)
    for skid in found:
        own = {i.id for i in standing_on(rig, skid.id)}
        covers = {f.id for f in rig.fit_out if any(f.deck == d.id for i in rig.items if i.id in own for d in i.decks)}
        part = table.of(
            np.array([r.item in own or (not r.item and r.part in covers) for r in table.rows], dtype=bool),
            np.array([t.item in own for t in table.tanks], dtype=bool),
        )
        rows, none = _rows(rig, frames, skid, part), np.zeros((5, part.columns.size))
        ends = extremes(part, rows, none)
        pms = [spread(part, rows, none, e) for e in ends]
        for n, state in enumerate(states):
            yield Lifted(
                skid=skid.id,
                state=DRAINED if n == 0 else state.id,
                name=state.name,
                apart=given(skid)["apart"],
                addresses=tuple(t.address for t in part.tanks),
                least=ends[0].value[n],
                greatest=ends[1].value[n],
                fills=np.array([e.fills[n] for e in ends]),
                pm=np.array([p[n] for p in pms]),
                lifts=(_lifts(part, rows, n, ends[0].fills[n], skid), _lifts(part, rows, n, ends[1].fills[n], skid)),
                now=_lifts(part, rows, n, part.shown[n][None], skid)[0],
            )


def _drained(rig: Rig) -> State:
    dry = tuple(f"{i.id}/{p.id}" for i in rig.items for p in i.parts if isinstance(p, HosePart))
    empty = FillRange(low=0.0, high=0.0)
    return State(id=DRAINED, name=DRAINED, condition="lifted", road=False, fills={a: empty for a, _, _ in rig.tanks()}, dry=dry)


def _rows(rig: Rig, frames: Frames, skid: Item, table: MassTable) -> Array:
    """Mass, mass × distance from the heel, left and right fork, and what keeps it on the tips, as rows on the moments."""
    base, carrier = frames.items[skid.id], frames.carrier_of[skid.id]
    (x0, y0, _), turn = base.at, base.turn

    def inside(column: int) -> Array:
        """The moment along an axis of the skid, about its middle."""
        a, b = turn[0][column], turn[1][column]
        return table.columns.row(carrier, (-a * x0 - b * y0, a, b))

    mass = table.columns.mass(carrier)
    side = given(skid).word("forks") == "from the side"
    half = (skid.width.value if side else skid.length.value) / 2
    along, across = (inside(1), inside(0)) if side else (inside(0), inside(1))
    reach = mass * half - along  # the forks enter at the rear or the right edge, so their heel is there
    right = mass * 0.5 + across / given(skid)["apart"]
    return np.array([mass, reach, mass - right, right, mass * rig.forklift.forks - reach])


def _lifts(table: MassTable, rows: Array, s: int, fills: Array, skid: Item) -> tuple[Lift, ...]:
    """The skid at some fills, (n, tanks)."""
    values = (table.base[s] + fills @ table.tank_moments) @ rows.T
    apart = given(skid)["apart"]
    return tuple(
        Lift(v[MASS], v[REACH] / v[MASS], (v[RIGHT] / v[MASS] - 0.5) * apart) if v[MASS] > 0 else Lift(0.0, 0.0, 0.0)
        for v in values.tolist()
    )
