"""What makes a thing hold that is tied, but not enough: tighter, blocked, steeper, crossed, one more strap, braced, lower.

Every answer was played and holds, wet, at both ends of the fill, and by the rule.
"""

from collections.abc import Iterator
from itertools import combinations
from typing import Literal

import numpy as np
from msgspec import Struct
from msgspec.structs import replace

from ..base.text import uncapital
from ..base.value import FreltError
from ..edit.items import place
from ..edit.tie_down import free_name, loosened, with_held
from ..geometry.frames import Frames
from ..judge.status import STATUSES
from ..kind.capability import can
from ..model.item import Item
from ..model.rig import Rig
from ..model.tie_down import Anchor, Block, Side
from ..placing.free_spot import found_spot, turns_on
from ..solve import solve
from ..tie_down.body import Body, Pull, bodies
from ..tie_down.held import held, ways_of
from ..tie_down.hold_it import cleats, hold_it, shares, tied_with
from ..tie_down.rule import by_rule
from ..tie_down.ways_to_tie import BESIDE, Thing, ways_to_tie

DRAWN = 0.4  # of what a strap may bear, to which a ratchet draws it without a bar; common practice, no source
BRACE = 0.66  # of its height, where a thing is braced
STEEP = 0.25  # how far out a leg may go by its rise before it counts as flat

Effort = Literal[1, 2, 3, 4, 5, 6, 7]
Try = tuple[str, Effort, Rig]


class Cure(Struct, frozen=True):
    """A change that makes a thing hold. rig: with it.  share: of what it takes, wet.  effort: smaller is less work."""

    words: str
    effort: Effort
    rig: Rig
    share: float


def cures(rig: Rig, frames: Frames, item_id: str) -> tuple[Cure, ...]:
    """What would make a thing that is tied hold, of each sort the best, the least work first."""
    body = next(iter(bodies(rig, frames, item_id)), None)
    if body is None or not (body.pulls or body.bears):
        return ()
    item = rig.item(item_id)
    tries = [
        *_tighter(rig, body),
        *_blocked(rig, item),
        *_steeper(rig, frames, body),
        *_crossed(rig, frames, body),
        *_more(rig, frames, item),
        *_braced(rig, item),
    ]
    listed = [(w, e, r, b) for w, e, r in tries if (b := next(iter(bodies(r, frames, item_id)), None)) is not None]
    played = shares([b for *_, b in listed], ways_of(rig.rules))
    found = [
        Cure(w, e, r, s)
        for (w, e, r, b), s in zip(listed, played, strict=True)
        if s < 1.0 and (by_rule(b).met is not False or not b.pulls)
    ]
    best: dict[Effort, Cure] = {}
    for cure in sorted(found, key=lambda c: (c.effort, c.share)):
        best.setdefault(cure.effort, cure)
    lower = _lower(rig, frames, item)
    return (*best.values(), *((lower,) if lower is not None else ()))


def _tighter(rig: Rig, body: Body) -> Iterator[Try]:
    tighter = [
        replace(p.strap, pre=round(DRAWN * p.limit, 1)) for p in body.pulls if p.limit is not None and p.pre < DRAWN * p.limit
    ]
    if tighter:
        words = "draw its straps tighter, to four tenths of what they may bear, and again after ten miles"
        yield words, 1, with_held(rig, *tighter)


def _blocked(rig: Rig, item: Item) -> Iterator[Try]:
    ways: tuple[tuple[tuple[Side, ...], str], ...] = (
        (("front",), "block it ahead"),
        (("front", "rear"), "block it ahead and behind"),
        (("left", "right"), "block it at both sides"),
    )
    for sides, words in ways:
        blocks = cleats(rig, item.id, sides, ())
        if blocks:
            yield words, 2, with_held(rig, *blocks)


def _steeper(rig: Rig, frames: Frames, body: Body) -> Iterator[Try]:
    """Its flat legs brought down beside it, to rings of their own: a steep leg presses it to the deck."""
    thing = Thing(rig, frames, body.item)
    turn, at = np.array(body.deck_frame.turn), np.array(body.deck_frame.at)
    centre = (thing.low + thing.high) / 2
    made, changed = rig, 0
    for pull in body.pulls:
        strap = pull.strap
        rings: dict[str, Anchor] = {}
        for n, name in enumerate(["start", "end"] if strap.end else ["start"]):
            top, end = ((p - at) @ turn for p in (pull.at[n], pull.ends[n]))
            out = float(np.hypot(*(end - top)[:2]))
            if abs(top[2] - end[2]) < 0.2 or out < STEEP * abs(top[2] - end[2]) + BESIDE:
                continue
            away = top[:2] - centre
            side = int(np.argmax(np.abs(away) / np.maximum(thing.high - thing.low, 1e-6)))
            foot = top[:2].copy()
            foot[side] = (thing.high if away[side] > 0 else thing.low)[side] + np.sign(away[side]) * BESIDE
            old = rig.tie_down.anchor(getattr(strap, name))
            if old is None or not thing.on_deck(foot):
                continue
            u, v = (round(float(x), 3) for x in foot)
            ring_id = free_name(made, "A", (r.id for r in rings.values()))
            rings[name] = Anchor(id=ring_id, deck=body.deck.id, u=u, v=v, kind=old.kind)
        if rings:
            moved = replace(strap, **{k: r.id for k, r in rings.items()})
            made = with_held(made, *rings.values(), moved)
            changed += 1
    if changed and _clear(made, frames, body, thing):
        yield f"lead {'its straps' if changed > 1 else 'its strap'} down steeper, to new rings beside it", 3, made


def _crossed(rig: Rig, frames: Frames, body: Body) -> Iterator[Try]:
    """Two straps over it that change anchors with each other: their legs slant and hold it both ways along."""
    thing = Thing(rig, frames, body.item)
    for one, other in combinations([p for p in body.pulls if p.strap.end], 2):
        a, b = one.strap, other.strap
        ends = (b.start, b.end) if _same_sides(one, other) else (b.end, b.start)
        back = (a.start, a.end) if _same_sides(one, other) else (a.end, a.start)
        made = with_held(rig, replace(a, start=ends[0], end=ends[1]), replace(b, start=back[0], end=back[1]))
        if _clear(made, frames, body, thing):
            yield f"cross {a.name or a.id} and {b.name or b.id}: each to the other's rings", 4, made


def _same_sides(one: Pull, other: Pull) -> bool:
    """Whether two straps begin at the same side of a thing."""
    near, far = (float(np.linalg.norm(one.at[0] - other.at[k])) for k in (0, -1))
    return near <= far


def _clear(rig: Rig, frames: Frames, body: Body, thing: Thing) -> bool:
    """Whether no strap of a thing goes through another one that did not before."""
    turned = next(iter(bodies(rig, frames, body.item.id)), None)
    if turned is None or len(turned.pulls) != len(body.pulls):
        return False
    before = {p.strap.id: p for p in body.pulls}
    for pull in turned.pulls:
        if pull.strap == before[pull.strap.id].strap:
            continue
        if not all(thing.free((a, b)) for a, b in zip(pull.ends.tolist(), pull.at.tolist(), strict=True)):
            return False
    return True


def _more(rig: Rig, frames: Frames, item: Item) -> Iterator[Try]:
    for tie in ways_to_tie(rig, frames, item):
        made, words = tied_with(rig, (tie,))
        yield f"one more strap, {words}", 5, made


def _braced(rig: Rig, item: Item) -> Iterator[Try]:
    height = round(BRACE * item.height.value, 2)
    brace = Block(id=free_name(rig, "B"), item=item.id, side="front", height=height, name="brace")
    yield "brace it ahead at two thirds of its height", 6, with_held(rig, brace)


def _lower(rig: Rig, frames: Frames, item: Item) -> Cure | None:
    """What stands on a stand, a shelf or another thing, on the deck below, tied anew; None where it has no room or harms a load or a place."""
    holder = next((i for i in rig.items if any(d.id == item.place.deck for d in i.decks)), None)
    if holder is None or can(holder, "be lifted") or not frames.decks[item.place.deck].level:
        return None
    x, y, _ = frames.items[item.id].at
    below = rig.carrier(frames.carrier_of[item.id]).main_deck
    deck = frames.decks[below.id]
    u, v, _ = ((np.array([x, y, deck.at[2]]) - np.array(deck.at)) @ np.array(deck.turn)).tolist()
    turns = turns_on(item, frames.decks[item.place.deck], deck)
    loose = place(loosened(rig, item.id), item.id, deck=below.id, u=u, v=v, turns=turns)
    rest = replace(loose, items=tuple(i for i in loose.items if i.id != item.id))
    spot = found_spot(rest, loose.item(item.id))
    if spot is None:
        return None
    moved = place(loose, item.id, u=spot.place.u, v=spot.place.v)
    if _findings(moved) > _findings(loosened(rig, item.id)):
        return None
    try:
        found = hold_it(moved, Frames(moved), item.id, "straps")
    except FreltError:
        return None
    one = next(iter(held(found.rig, Frames(found.rig), item.id)), None)
    if one is None or one.worst is None or one.worst.share >= 1:
        return None
    return Cure(f"set it lower, on the {uncapital(below.name)}, and hold it by {found.words}", 7, found.rig, one.worst.share)


def _findings(rig: Rig) -> tuple[int, ...]:
    """How many checks there are of each status that is not right, the gravest first."""
    of = [c.status for c in solve(rig).checks]
    return tuple(of.count(s) for s in STATUSES if s != "ok")
