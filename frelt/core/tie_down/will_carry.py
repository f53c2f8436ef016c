"""What straps will carry: a rigid body on a floor that only pushes and rubs, held by straps that only pull, pushed harder step by step.

Unknown are the six movements q of a body about its centre. A strap of column w = Σ (u, r × u) over its legs pulls with
T = k·max(0, −w·q + slack) where at rest it is drawn to its pre-tension; a corner of the base presses with N = kn·max(0, −n·u) and
rubs with the lesser of kt·|s| and μN against the way s it has slid; a block presses like a corner, without rubbing. The load is the weight and,
in a direction, so many times it. Newton's steps on the six balances, from each step of the load to the next (deformation theory:
the way slid counts from rest). What finds no balance has let go.

All cases are solved at once, as arrays over cases. Units: kg and m, so stiffness is in kg/m.
Sources: any text on rigid bodies on springs and on dry friction; checked against a linear program and a frame model of a library.
"""

from collections.abc import Sequence

import numpy as np
from msgspec import Struct

from ..base.arrays import Array, NDArray
from .body import Body, Load

SINK = 0.0005  # of the floor under the whole weight [m]
TURNS = 40  # of Newton's steps at one step of the load
CLOSE = 1e-5  # of the weight: what is balanced
FAR = 0.25  # from where a body has let go [m]
MOST = 0.02  # of a step of Newton's [m]


class Push(Struct, frozen=True, eq=False):
    """One case: a body at one end of its fill, pushed in a direction. mu: of its base.  most: up to how many times its weight."""

    body: Body
    load: Load
    way: tuple[float, float, float]
    mu: float
    most: float


class Path(Struct, frozen=True, eq=False):
    """What happened as a push grew. pushes: (steps,) times the weight.  tension: (steps, straps) [kg].  bears: (steps, blocks) [kg].

    moved: (steps,) how far the farthest corner went [m].  held: (steps,) whether there was a balance.
    """

    pushes: Array
    tension: Array
    bears: Array
    moved: Array
    held: NDArray[np.bool_]

    def at(self, push: float, values: Array) -> Array:
        """Values at a push, between its steps; nan where it had let go."""
        last = int(self.held.sum()) - 1
        if last < 0 or push > self.pushes[last] + 1e-12:
            return np.full(values.shape[1:], np.nan)
        found: Array = np.array([np.interp(push, self.pushes, v) for v in values.reshape(len(values), -1).T])
        return found.reshape(values.shape[1:])


def carried(pushes: Sequence[Push], steps: int = 24) -> tuple[Path, ...]:
    """What every push comes to, in steps of the load from rest."""
    if not pushes:
        return ()
    system = _System(pushes)
    size = len(pushes)
    alive = np.ones(size, dtype=bool)
    q = system.drawn_tight()
    times = np.linspace(0.0, 1.0, steps + 1)
    tension = np.zeros((steps + 1, size, system.straps))
    bears = np.zeros((steps + 1, size, system.blocks))
    moved = np.zeros((steps + 1, size))
    held = np.zeros((steps + 1, size), dtype=bool)
    before = q
    for n, share in enumerate(times):
        ahead = q + (q - before) if n > 1 else q
        before = q
        q, good = system.balanced(ahead, share, alive)
        alive &= good
        held[n] = alive
        tension[n], bears[n], moved[n] = system.told(q)
        if not alive.any():
            break
    made = []
    for b, push in enumerate(pushes):
        count, blocks = len(push.body.pulls), len(push.body.bears)
        made.append(Path(times * push.most, tension[:, b, :count], bears[:, b, :blocks], moved[:, b], held[:, b]))
    return tuple(made)


class _System:
    """All cases as arrays: b cases, s straps, c corners, m blocks, those a case lacks with no stiffness."""

    def __init__(self, pushes: Sequence[Push]) -> None:
        size = len(pushes)
        self.straps = max((len(p.body.pulls) for p in pushes), default=0)
        self.blocks = max((len(p.body.bears) for p in pushes), default=0)
        corners = max(len(p.body.contacts) for p in pushes)
        self.weight = np.array([p.load.mass for p in pushes])
        self.scale = np.maximum(self.weight, 1.0)
        self.down = np.zeros((size, 6))
        self.down[:, 2] = -self.weight
        self.push = np.zeros((size, 6))
        self.push[:, :3] = np.array([p.way for p in pushes]) * (self.weight * [p.most for p in pushes])[:, None]
        self.mu = np.array([p.mu for p in pushes])
        self.w = np.zeros((size, self.straps, 6))
        self.there_pull = np.zeros((size, self.straps))  # that does not change with movement
        self.rest = np.zeros((size, 6))
        self.k, self.pre = np.zeros((size, self.straps)), np.zeros((size, self.straps))
        self.arm = np.zeros((size, corners, 3))  # of corners about the centre
        self.there = np.zeros((size, corners))
        self.n = np.array([p.body.normal for p in pushes])
        self.bw = np.zeros((size, self.blocks, 6))
        self.bk = np.zeros((size, self.blocks))
        for b, p in enumerate(pushes):
            centre = np.array(p.load.at)
            for s, pull in enumerate(p.body.pulls):
                self.w[b, s] = column(pull.at - centre, pull.way)
                self.k[b, s], self.pre[b, s] = pull.stiff, pull.pre
            own = p.body.contacts - centre
            self.arm[b, : len(own)], self.there[b, : len(own)] = own, 1.0
            for m, block in enumerate(p.body.bears):
                self.bw[b, m] = column(np.array([block.at]) - centre, np.array([block.way]))
                self.bk[b, m] = self.scale[b] / SINK
        count = np.maximum(self.there.sum(axis=1), 1.0)
        self.kn = self.there * (self.scale / SINK / count)[:, None]
        # rows that give the movement of a corner: u = d + θ × r
        eye = np.broadcast_to(np.eye(3), (size, corners, 3, 3))
        x, y, z = (self.arm[..., i] for i in range(3))
        o = np.zeros_like(x)
        turn = np.stack([np.stack([o, z, -y], -1), np.stack([-z, o, x], -1), np.stack([y, -x, o], -1)], -2)
        self.rows = np.concatenate([eye, turn], axis=-1).reshape(size, -1, 6)  # three for each corner
        self.flat = np.eye(3)[None] - self.n[:, :, None] * self.n[:, None, :]  # along the deck

    def drawn_tight(self) -> Array:
        """Movements at rest; from now on every strap is drawn there to its pre-tension, where that leaves a balance, else it only touches."""
        stiff, pre = self.k.copy(), self.pre.copy()
        self.k, self.there_pull = np.zeros_like(stiff), pre
        q, good = self.balanced(np.zeros((len(pre), 6)), 0.0, np.ones(len(pre), dtype=bool))
        if not good.all():
            self.there_pull = np.where(good[:, None], pre, 0.0)
            q, _ = self.balanced(np.zeros((len(pre), 6)), 0.0, np.ones(len(pre), dtype=bool))
        self.k, self.rest = stiff, q
        self.pre = self.there_pull + stiff * np.einsum("bsi,bi->bs", self.w, q)
        self.there_pull = np.zeros_like(pre)
        return q

    def forces(self, q: Array, own: NDArray[np.intp]) -> tuple[Array, Array]:
        """Sum of what holds some cases, (b, 6), and its derivative, (b, 6, 6)."""
        w, n, kn, rows, mu = self.w[own], self.n[own], self.kn[own], self.rows[own], self.mu[own][:, None]
        pull = self.pre[own] - self.k[own] * (w @ q[..., None])[..., 0]
        taut = (pull > 0) & (self.k[own] > 0)
        total = (np.where(taut, pull, 0.0) + self.there_pull[own])[:, None] @ w
        slope = -np.swapaxes(w, 1, 2) @ (np.where(taut, self.k[own], 0.0)[..., None] * w)
        if self.blocks:
            bw = self.bw[own]
            bears = -self.bk[own] * (bw @ q[..., None])[..., 0]
            total = total + np.maximum(bears, 0.0)[:, None] @ bw
            slope = slope - np.swapaxes(bw, 1, 2) @ (np.where(bears > 0, self.bk[own], 0.0)[..., None] * bw)
        u = (rows @ q[..., None]).reshape(len(q), -1, 3)
        press = -kn * (u @ n[..., None])[..., 0]
        on = press > 0
        normal = np.where(on, press, 0.0)
        across = u @ self.flat[own]
        way = np.sqrt((across * across).sum(-1))
        most = mu * normal
        slips = 0.5 * kn * way > most
        unit = across / np.maximum(way, 1e-12)[..., None]
        force = normal[..., None] * n[:, None, :] - np.where(slips, most, 0.5 * kn * way)[..., None] * unit
        total = total + force.reshape(len(q), 1, -1) @ rows
        # of a corner: d force / d u; what sticks or slips along the deck, and what it presses
        along = np.where(slips, np.where(on, most / np.maximum(way, 1e-9), 0.0), np.where(on, 0.5 * kn, 0.0))
        du = -along[..., None, None] * self.flat[own][:, None]
        slipping = np.where(slips & on, along, 0.0)
        du += slipping[..., None, None] * (unit[..., :, None] * unit[..., None, :])
        by_press = n[:, None, :] - np.where(slips, mu, 0.0)[..., None] * unit
        du -= np.where(on, kn, 0.0)[..., None, None] * (by_press[..., :, None] * n[:, None, None, :])
        turned = (du @ rows.reshape(*du.shape[:2], 3, 6)).reshape(len(q), -1, 6)
        return total[:, 0], slope + np.swapaxes(rows, 1, 2) @ turned

    def balanced(self, q: Array, share: float, alive: NDArray[np.bool_]) -> tuple[Array, NDArray[np.bool_]]:
        """Movements at which each case is in balance, from those before; and which have one."""
        q = q.copy()
        outer = self.down + share * self.push
        good = np.zeros(len(q), dtype=bool)
        busy = np.nonzero(alive)[0]
        for _ in range(TURNS):
            total, slope = self.forces(q[busy], busy)
            miss = total + outer[busy]
            done = np.abs(miss).max(axis=1) < CLOSE * self.scale[busy]
            good[busy[done]] = True
            busy, miss, slope = busy[~done], miss[~done], slope[~done]
            if not len(busy):
                break
            soft = (1e-7 * self.scale[busy])[:, None, None] * np.eye(6)
            step = np.linalg.solve(soft - slope, miss[..., None])[..., 0]
            size = np.abs(step).max(axis=1)
            q[busy] += step * np.minimum(1.0, MOST / np.maximum(size, 1e-12))[:, None]
        return q, good & (self._moved(q) < FAR)

    def told(self, q: Array) -> tuple[Array, Array, Array]:
        """Tensions, presses of blocks, and how far each body has moved."""
        pull = self.k * -np.einsum("bsi,bi->bs", self.w, q) + self.pre
        bears = np.maximum(self.bk * -np.einsum("bmi,bi->bm", self.bw, q), 0.0)
        return np.where(self.k > 0, np.maximum(pull, 0.0), 0.0), bears, self._moved(q)

    def _moved(self, q: Array) -> Array:
        u = (self.rows @ (q - self.rest)[..., None]).reshape(len(q), -1, 3)
        far: Array = (np.linalg.norm(u, axis=-1) * self.there).max(axis=1)
        return far


def column(arms: Array, ways: Array) -> Array:
    """Force and moment of a unit along some ways at some arms [m], (6,); arms, ways: (n, 3)."""
    return np.concatenate([ways.sum(axis=0), np.cross(arms, ways).sum(axis=0)])
