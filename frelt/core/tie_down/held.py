"""Each thing of a rig, how it is held, and whether that is enough: what its straps and blocks or its bolts carry at the shop's accelerations.

Judged at both ends of its fill, full of what it holds and of what stands on it, by what they *will carry*; wet and dry rubbing and the ± of
its mass are the ± of the share. What nobody read is unknown, and never enough.
"""

from collections.abc import Iterable, Sequence
from math import hypot, inf, isfinite, nan
from typing import Literal

import numpy as np
from msgspec import Struct
from msgspec.structs import replace

from ..base.arrays import Array
from ..geometry.frames import Frames
from ..judge.status import Status, status_of
from ..kind.capability import can
from ..model.item import Item
from ..model.rig import Rig
from ..model.rules import RuleSet
from ..model.tie_down import Bolts
from .body import Body, Load, bodies
from .bolted import bolted
from .rule import ByRule, by_rule
from .will_carry import Path, Push, carried

Words = Literal["forward", "rearward", "left", "right", "up"]
How = Literal["bolted", "strapped", "said", "nothing", "by hand"]
OVERSHOOT = 1.5  # of what is wanted, that a push goes to
LEAST = 0.05  # that a thing is pushed, where a rule set asks for less [times its weight]
STEPS = 18  # so that what is wanted is one of them
LIGHT = 5.0  # what is lighter hurts nobody in a stop, or hardly [kg]; common practice, no source


class Way(Struct, frozen=True):
    """A direction in which a thing is pushed. wanted: how many times its weight."""

    words: Words
    vector: tuple[float, float, float]
    wanted: float


class InWay(Struct, frozen=True, eq=False):
    """A thing pushed in one way at one end of its fill.

    share: of what it takes until a part is past its limit or the thing lets go, what is wanted; nan where nothing is known of a part.
    pm: its ±.  holds_to: that push [times its weight], as far as it was looked for.  worst: which strap, block or bolt is nearest.
    tension, bears: of each strap and block at what is wanted [kg].  moved: [m].
    """

    way: Way
    load: Load
    share: float
    pm: float
    holds_to: float
    worst: str
    tension: tuple[float, ...] = ()
    bears: tuple[float, ...] = ()
    moved: float = 0.0


class Held(Struct, frozen=True, eq=False):
    """One thing. ways: in every way at both ends of its fill.  status: of the worst of them, the rule beside it.

    missing: what nobody read.  need: what an anchor that nobody read must hold at least [kg].  lacks: what a lock is wanted for, or nothing.
    """

    item: Item
    body: Body
    how: How
    ways: tuple[InWay, ...]
    rule: ByRule | None
    status: Status
    missing: tuple[str, ...] = ()
    need: float = 0.0
    lacks: str = ""

    @property
    def worst(self) -> InWay | None:
        """The way in which it comes nearest to letting go."""
        known = [w for w in self.ways if w.share == w.share]
        return max(known, key=lambda w: (w.share, -w.holds_to), default=None)

    @property
    def pulled(self) -> dict[str, float]:
        """The most that each strap bears at what is wanted, where it holds [kg]."""
        most: dict[str, float] = {}
        for way in self.ways if self.how == "strapped" else ():
            for pull, t in zip(self.body.pulls, way.tension, strict=False):
                if t == t:
                    most[pull.strap.id] = max(most.get(pull.strap.id, 0.0), t)
        return most

    @property
    def overdrawn(self) -> frozenset[str]:
        """Straps that are past what they may bear at what is wanted."""
        limits = {p.strap.id: p.limit for p in self.body.pulls}
        return frozenset(s for s, t in self.pulled.items() if (limit := limits[s]) is not None and t > limit)

    @property
    def bolt_loads(self) -> tuple[float, float]:
        """The most that one bolt is pulled and sheared by [kg]."""
        pull = max((max(w.tension, default=0.0) for w in self.ways), default=0.0)
        return pull, max((max(w.bears, default=0.0) for w in self.ways), default=0.0)


def ways_of(rules: RuleSet) -> tuple[Way, ...]:
    """The directions of a rule set."""
    return (
        Way("forward", (-1.0, 0.0, 0.0), rules.hold_forward),
        Way("rearward", (1.0, 0.0, 0.0), rules.hold_rear),
        Way("left", (0.0, -1.0, 0.0), rules.hold_side),
        Way("right", (0.0, 1.0, 0.0), rules.hold_side),
        Way("up", (0.0, 0.0, 1.0), rules.hold_up),
    )


def held(rig: Rig, frames: Frames, only: str = "") -> tuple[Held, ...]:
    """Everything mounted, in the order of the rig's things; one alone where only is named."""
    found = bodies(rig, frames, only)
    ways = ways_of(rig.rules)
    tied = [b for b in found if b.pulls or b.bears]
    by_straps = dict(zip((b.item.id for b in tied), strapped(tied, ways), strict=True))
    made = []
    for body in found:
        own = tuple(b for b in rig.tie_down.bolts if b.item == body.item.id)
        options = []
        if own:
            options.append(_bolted(rig, body, own, ways))
        if body.item.id in by_straps:
            options.append(_strapped(rig, body, by_straps[body.item.id]))
        made.append(_locked(rig, min(options, key=_rank) if options else _unsaid(body)))
    return tuple(made)


def _rank(one: Held) -> tuple[int, float]:
    """Straps and bolts do not share a load: the better of the two holds."""
    worst = one.worst
    return {"ok": 0, "tight": 1, "unknown": 2, "over": 3}[one.status], worst.share if worst is not None else inf


def _unsaid(body: Body) -> Held:
    item = body.item
    light = max((x.mass for x in body.loads), default=0.0) < LIGHT
    how: How = "said" if item.held else "by hand" if light else "nothing"
    return Held(item, body, how, (), None, "ok" if how == "by hand" else "unknown")


def _locked(rig: Rig, one: Held) -> Held:
    """With what it lacks of locks: a drum that runs off, a door of its own."""
    what = "its drum" if can(one.item, "run off") else "its doors and drawers" if can(one.item, "swing open") else ""
    if not what:
        return one
    locks = [x.kind for x in rig.tie_down.locks if x.item == one.item.id]
    own = one.item.options.get("lock", "") if what == "its drum" else ""  # as the reel itself says, where somebody chose it
    if not locks and own:
        locks = ["none" if own == "none" else "pin"]
    if any(kind != "none" for kind in locks) or one.item.held == "lock bracket":
        return one
    status: Status = "over" if locks else "unknown" if one.status in ("ok", "tight") else one.status
    return replace(one, lacks=what, status=status)


# straps and blocks


def strapped(listed: Sequence[Body], ways: Sequence[Way]) -> tuple[tuple[InWay, ...], ...]:
    """What the straps and blocks of bodies carry in every way, wet and at the middle of wet and dry, all at once."""
    pushes = [
        Push(body, load, way.vector, mu, max(way.wanted, LEAST) * OVERSHOOT)
        for body in listed
        for load in body.loads
        for way in ways
        for mu in ((body.rubs.low + body.rubs.high) / 2, body.rubs.low)
    ]
    paths = iter(zip(pushes, carried(pushes, STEPS), strict=True))
    made = []
    for body in listed:
        own = []
        for load in body.loads:
            for way in ways:
                (_, usual), (_, wet) = next(paths), next(paths)
                own.append(_in_way(body, load, way, usual, wet))
        made.append(tuple(own))
    return tuple(made)


def limits_of(body: Body) -> Array:
    """What each strap, then each block, may bear [kg]; nan where nobody knows."""
    listed = [p.limit for p in body.pulls] + [b.limit for b in body.bears]
    return np.array([nan if x is None else x for x in listed], dtype=np.float64)


def _in_way(body: Body, load: Load, way: Way, usual: Path, wet: Path) -> InWay:
    limits = limits_of(body)
    wanted = max(way.wanted, LEAST)
    share, holds_to = _share(usual, wanted, limits)
    damp, _ = _share(wet, wanted, limits)
    heavier = share * load.pm / load.mass if isfinite(share) else 0.0
    names = [p.strap.id for p in body.pulls] + [b.block.id for b in body.bears]
    tension, bears = usual.at(wanted, usual.tension), usual.at(wanted, usual.bears)
    each = np.nan_to_num(np.concatenate([tension, bears]) / limits, nan=-1.0)
    return InWay(
        way,
        load,
        share,
        hypot(damp - share, heavier) if isfinite(damp) and isfinite(share) else 0.0 if damp == share else 1e6,
        holds_to,
        names[int(np.argmax(each))],
        tuple(float(t) for t in tension),
        tuple(float(t) for t in bears),
        float(usual.at(wanted, usual.moved[:, None])[0]),
    )


def _share(path: Path, wanted: float, limits: Array) -> tuple[float, float]:
    """Of what it takes until something is past its limit or lets go, what is wanted; and that push.

    Where it holds past all that was looked at, the share of a limit that the nearest part has come to.
    """
    holds_to = _holds_to(path, limits)
    if np.isnan(limits).all():
        return (nan if holds_to >= wanted else inf), holds_to
    if holds_to < path.pushes[-1] - 1e-9:
        return wanted / holds_to if holds_to > 1e-9 else inf, holds_to
    each = np.concatenate([path.at(wanted, path.tension), path.at(wanted, path.bears)]) / limits
    return min(float(np.nanmax(each)), 1 / OVERSHOOT), holds_to


def _holds_to(path: Path, limits: Array) -> float:
    """Up to which push everything is within its limits, between the steps."""
    load = np.concatenate([path.tension, path.bears], axis=1)
    last = 0.0
    before = np.zeros(load.shape[1])
    for n, held_now in enumerate(path.held):
        if not held_now:
            return last
        over = load[n] - np.where(np.isnan(limits), inf, limits)
        if (over > 1e-9).any():
            k = int(np.argmax(over))
            rise = load[n, k] - before[k]
            part = (limits[k] - before[k]) / rise if n and rise > 0 else 0.0
            return float(last + part * (path.pushes[n] - last))
        last, before = float(path.pushes[n]), load[n]
    return last


def _strapped(rig: Rig, body: Body, ways: tuple[InWay, ...]) -> Held:
    missing = tuple(
        dict.fromkeys(
            [u for p in body.pulls for u in p.unknown]
            + [b.block.name or "what blocks it" for b in body.bears if b.limit is None]
        )
    )
    need = max((t for w in ways for p, t in zip(body.pulls, w.tension, strict=False) if p.unknown and t == t), default=0.0)
    return Held(body.item, body, "strapped", ways, by_rule(body), _status(rig, ways, missing), missing, need)


def _status(rig: Rig, ways: Iterable[InWay], missing: Sequence[str]) -> Status:
    """Of the worst way; what nobody read is never right."""
    found: list[Status] = []
    for w in ways:
        if w.share != w.share:
            found.append("unknown")
        elif not isfinite(w.share):
            found.append("over")
        else:
            found.append(status_of(w.share, high=1.0, reserve=rig.rules.reserve, spread=min(w.pm, 1e6)).status)
    if "over" in found:
        return "over"
    if missing or "unknown" in found or not found:
        return "unknown"
    return "tight" if "tight" in found else "ok"


# bolts


def _bolted(rig: Rig, body: Body, own: tuple[Bolts, ...], ways: Sequence[Way]) -> Held:
    made = []
    for load in body.loads:
        for way in ways:
            at = bolted(body, own, load, way.vector, way.wanted)
            made.append(
                InWay(
                    way,
                    load,
                    at.share,
                    at.share * load.pm / load.mass if at.share == at.share else 0.0,
                    way.wanted / at.share if at.share == at.share and at.share > 0 else nan,
                    f"bolt {at.worst + 1}",
                    tuple(float(t) for t in at.tension),
                    tuple(float(v) for v in at.shear),
                )
            )
    unread = [b for b in own if b.tension is None or b.shear is None]
    missing = tuple(dict.fromkeys(f"what a {b.kind} may bear" for b in unread))
    cargo = by_rule(body) if rig.rules.cargo else None
    return Held(body.item, body, "bolted", tuple(made), cargo, _status(rig, made, missing), missing)
