"""The fewest straps that hold a thing: every answer is one that was played and holds.

Of the ways to tie it (`ways_to_tie`) all sets of one strap are played, then of two, and so on; of larger sets those that grow from the
best smaller ones. The first number with which everything holds, wet, at both ends of its fill, and by the rule, is the answer;
among its sets the one with most to spare.
"""

from collections.abc import Iterable, Sequence
from math import nan
from typing import Literal

import numpy as np
from msgspec import Struct
from msgspec.structs import replace

from ..base.text import joined
from ..base.value import FreltError
from ..edit.tie_down import free_name, loosened, with_held
from ..geometry.frames import Frames, Vec
from ..kind.capability import can
from ..kind.registry import kind_of
from ..model.item import Item
from ..model.rig import Rig
from ..model.tie_down import Block, Bolts, Side
from ..space.bolts import IN, own_points
from ..space.leans import Leans, leans_on
from .body import Body, bodies
from .held import LEAST, Way, held, limits_of, ways_of
from .rule import by_rule
from .ways_to_tie import Tie, ways_to_tie
from .will_carry import Push, carried

MOST = 4  # straps that are proposed on one thing
WIDE = 10  # of sets from which larger ones grow, and ways beyond which not all sets are played
STEPS = 6


class Proposal(Struct, frozen=True):
    """rig: with what holds.  straps, rings, bolts: how many are new.  spare: share of what it takes that is left over; nan where
    nobody said what a bolt may bear.  must_hold: what each new ring, or each bolt in tension and in shear, must bear at least [kg].
    words: which straps or bolts.
    """

    rig: Rig
    words: str
    straps: int = 0
    rings: int = 0
    bolts: int = 0
    spare: float = 0.0
    must_hold: tuple[float, ...] = ()


def usually(item: Item) -> Literal["straps", "bolts"]:
    """How such a thing is usually held: what keeps liquid, is carried by hand or rides on a rack by straps, all else by bolts."""
    return "straps" if kind_of(item).carried or can(item, "keep liquid", "hang over") else "bolts"


def hold_it(rig: Rig, frames: Frames, item_id: str, by: Literal["", "straps", "bolts"] = "") -> Proposal:
    """The fewest straps, or the bolts, that hold a thing, in place of what holds it now. Raises FreltError where nothing does, with why."""
    bare = loosened(rig, item_id)
    item = bare.item(item_id)
    if (by or usually(item)) == "bolts":
        return _bolt_it(bare, frames, item)
    ties = ways_to_tie(bare, frames, item)
    if not ties:
        raise FreltError(
            f"there is no room for a strap on {item.name}: what stands around it is in the way; bolt it, or move it"
        )
    walls = leans_on(bare, frames, item)
    tried: list[tuple[Block, ...]] = []
    ahead: tuple[tuple[Side, ...], ...] = ((), ("front",), ("front", "rear"), ("front", "rear", "left", "right"))
    for sides in ahead:
        for blocks in (cleats(bare, item_id, sides, ()), cleats(bare, item_id, sides, walls)):
            if blocks not in tried:
                tried.append(blocks)
    for blocks in tried:
        base = with_held(bare, *blocks) if blocks else bare
        found = _fewest(base, frames, item, ties)
        if found is not None:
            chosen, spare = found
            made, words = tied_with(base, chosen)
            words += f", with {joined([_where(b) for b in blocks])}" if blocks else ""
            need = next(iter(held(made, frames, item_id))).need
            rings = sum(len(t.rings) for t in chosen)
            return Proposal(made, words, len(chosen), rings, spare=spare, must_hold=(need,) if rings else ())
    raise FreltError(f"no {MOST} straps that find room hold {item.name}, blocked or not: bolt it, or give it room")


def _bolt_it(rig: Rig, frames: Frames, item: Item) -> Proposal:
    """Four bolts near the corners of its base, and what each must bear."""
    like = next((b for b in rig.tie_down.bolts if b.tension is not None), None)
    size = like.size if like is not None else 0.0095
    bolts = Bolts(
        id=free_name(rig, "C"),
        item=item.id,
        kind=like.kind if like is not None else "through bolt",
        size=size,
        at=corner_holes(item, frames),
        tension=like.tension if like is not None else None,
        shear=like.shear if like is not None else None,
    )
    made = with_held(rig, bolts)
    one = next(iter(held(made, frames, item.id)))
    worst = one.worst
    return Proposal(
        made,
        f"{len(bolts.at)} bolts",
        bolts=len(bolts.at),
        spare=1 - worst.share if worst is not None else nan,
        must_hold=one.bolt_loads,
    )


def corner_holes(item: Item, frames: Frames) -> tuple[Vec, ...]:
    """Four places near the corners of the face that lies on the deck, in the thing's own frame [m]."""
    if item.place.face == "bottom":
        return tuple((round(x, 4), round(y, 4), 0.0) for x, y in own_points(item))
    deck, own = frames.decks[item.place.deck], frames.items[item.id]
    a, b, c = item.length.value / 2, item.width.value / 2, item.height.value
    box = [(sx * a, sy * b, z) for sx in (-1, 1) for sy in (-1, 1) for z in (0.0, c)]
    up = np.array([deck.turn[k][2] for k in range(3)])
    low = sorted(box, key=lambda p: float((np.array(own.point(p)) - np.array(deck.at)) @ up))[:4]
    middle = np.mean(low, axis=0)
    inset = [np.array(p) + np.clip(middle - np.array(p), -IN, IN) for p in low]
    return tuple((round(float(p[0]), 4), round(float(p[1]), 4), round(float(p[2]), 4)) for p in inset)


def _fewest(rig: Rig, frames: Frames, item: Item, ties: Sequence[Tie]) -> tuple[tuple[Tie, ...], float] | None:
    """The first set that holds, by number, with what it leaves."""
    body = _with(rig, frames, item, ties)
    if body is None or len(body.pulls) != len(ties):
        return None
    sets: list[tuple[int, ...]] = [(k,) for k in range(len(ties))]
    for _ in range(MOST):
        trial = [replace(body, pulls=tuple(body.pulls[k] for k in own)) for own in sets]
        scored = sorted(zip(shares(trial, ways_of(rig.rules)), sets, trial, strict=True), key=lambda x: (x[0], x[1]))
        for share, own, tied in scored:
            if share < 1.0 and by_rule(tied).met is not False:
                return tuple(ties[k] for k in own), 1 - share
        kept = scored[:WIDE] if len(sets) > WIDE * len(ties) // 2 else scored
        sets = sorted({tuple(sorted((*own, k))) for _, own, _ in kept for k in range(len(ties)) if k not in own})
        if not sets:
            return None
    return None


def _with(rig: Rig, frames: Frames, item: Item, ties: Iterable[Tie]) -> Body | None:
    """The thing with some ties on it."""
    rings = {r.id: r for t in ties for r in t.rings}
    made = with_held(rig, *rings.values(), *(t.strap for t in ties))
    return next(iter(bodies(made, frames, item.id)), None)


def shares(trial: Sequence[Body], ways: Sequence[Way]) -> list[float]:
    """The worst share of each body, wet, over all ways and both ends of its fill; inf where it lets go."""
    pushes = [Push(b, load, w.vector, b.rubs.low, max(w.wanted, LEAST)) for b in trial for load in b.loads for w in ways]
    paths = iter(carried(pushes, STEPS))
    made = []
    for body in trial:
        limits = limits_of(body)
        worst = 0.0
        for _ in range(len(body.loads) * len(ways)):
            path = next(paths)
            if not path.held[-1]:
                share = len(path.held) / max(float(path.held.sum()) - 1, 1e-9)  # it lets go on the way
            else:
                each = np.concatenate([path.tension[-1], path.bears[-1]]) / limits
                share = float(np.nanmax(each)) if len(each) and not np.isnan(each).all() else 0.0
            worst = max(worst, share)
        made.append(worst)
    return made


def tied_with(rig: Rig, ties: Sequence[Tie]) -> tuple[Rig, str]:
    """The rig with ties, their ids made its own; and their words."""
    made = rig
    names: dict[str, str] = {}
    for tie in ties:
        for ring in tie.rings:
            names[ring.id] = free_name(made, "A")
            made = with_held(made, replace(ring, id=names[ring.id]))
        s = tie.strap
        made = with_held(
            made, replace(s, id=free_name(made, "S"), start=names.get(s.start, s.start), end=names.get(s.end, s.end))
        )
    return made, " and ".join(t.words for t in ties)


def cleats(rig: Rig, item_id: str, sides: Sequence[Side], walls: Sequence[Leans]) -> tuple[Block, ...]:
    """What a thing stands against, and cleats at other sides. Of a wall nobody knows what it takes until it is said."""
    have = {b.side for b in rig.tie_down.blocks if b.item == item_id}
    made: list[Block] = []
    for wall in walls:
        if wall.side not in have:
            made.append(
                Block(
                    id=free_name(rig, "B", (b.id for b in made)),
                    item=item_id,
                    side=wall.side,
                    height=wall.height,
                    name=wall.name,
                )
            )
    have |= {b.side for b in made}
    for side in sides:
        if side not in have:
            made.append(Block(id=free_name(rig, "B", (b.id for b in made)), item=item_id, side=side, name="cleat"))
    return tuple(made)


def _where(block: Block) -> str:
    where = {"front": "ahead", "rear": "behind", "left": "at its left", "right": "at its right"}[block.side]
    return f"the {block.name}" if block.name != "cleat" else f"a cleat {where}"
