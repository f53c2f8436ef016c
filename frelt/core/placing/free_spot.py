"""Where a thing is put when nobody has said where yet, and on which deck it stands when it is dropped."""

from msgspec.structs import replace

from ..edit.items import place
from ..geometry.frames import TURNS, Frame, Frames, placed, standing_on
from ..geometry.measures import bounds
from ..kind.capability import can
from ..model.item import Item
from ..model.rig import Rig
from ..solve import Solved
from ..space.solids import TOUCH, Solid, depth, fixtures, solid, solids

STEP = 0.05  # between the spots that are tried [m]


def free_spot(rig: Rig, item: Item) -> Item:
    """The item at the free spot of its deck nearest to where it is; there, if there is none."""
    return found_spot(rig, item) or item


def found_spot(rig: Rig, item: Item) -> Item | None:
    """The item at the free spot of its deck nearest to where it is, None if there is none; on a deck that leans, where it is."""
    frames = Frames(replace(rig, items=(*rig.items, item)))
    deck = next(d for d in rig.decks if d.id == item.place.deck)
    frame = frames.decks[deck.id]
    if not frame.level:
        return item
    room = [*solids(rig, Frames(rig, frames.kept)).values(), *fixtures(rig)]
    holder = next((i.id for i in rig.items if any(d.id == deck.id for d in i.decks)), "")
    others = [
        s for s in room if s.carrier == frames.carrier_of[item.id] and s.item != holder and not _below(rig, holder, s.item)
    ]
    d0, e0, d1, e1 = bounds(deck)
    along = item.place.turns % 2 == 0
    a, b = (item.length.value / 2, item.width.value / 2) if along else (item.width.value / 2, item.length.value / 2)
    u0, u1, v0, v1 = d0 + a, d1 - a, e0 + b, e1 - b
    at = item.place
    spots = sorted(
        ((u, v) for u in _steps(u0, u1, at.u) for v in _steps(v0, v1, at.v)),
        key=lambda p: (p[0] - at.u) ** 2 + 0.8 * (p[1] - at.v) ** 2,
    )
    for u, v in spots:
        trial = replace(item, place=replace(at, u=u, v=v))
        own = _solid(trial, frames)
        if all(depth(own, o) <= TOUCH for o in others):
            return trial
    return None


def to_free_spot(rig: Rig, item_id: str) -> tuple[Rig, bool]:
    """The rig with an item, and all that stands on it, at the free spot nearest to where it is; and whether there is one."""
    moving = {i.id for i in standing_on(rig, item_id)}
    rest = replace(rig, items=tuple(i for i in rig.items if i.id not in moving))
    found = found_spot(rest, rig.item(item_id))
    return (rig, False) if found is None else (place(rig, item_id, u=found.place.u, v=found.place.v), True)


def _below(rig: Rig, holder: str, item_id: str) -> bool:
    """Whether an item carries the one that carries this deck."""
    if not holder or all(i.id != item_id for i in rig.items):
        return False
    return holder in {i.id for i in standing_on(rig, item_id)[1:]}


def _steps(low: float, high: float, middle: float) -> list[float]:
    if high < low:
        return [middle]
    count = int((high - low) / STEP)
    found = {round(low + STEP * n, 4) for n in range(count + 1)} | {round(high, 4)}
    if low <= middle <= high:
        found.add(middle)
    return sorted(found)


def _solid(item: Item, frames: Frames) -> Solid:
    return solid(item, frames.decks[item.place.deck].then(placed(item, item.place)), frames.carrier_of[item.id])


def reseated(solved: Solved, item_id: str) -> Rig:
    """The rig with an item dropped where it is: on the skid under its middle, or on the floor beside a skid it was on."""
    rig, frames = solved.rig, solved.frames
    item = rig.item(item_id)
    now = frames.decks[item.place.deck]
    if not now.level or can(item, "be lifted"):
        return rig
    x, y, _ = now.point((item.place.u, item.place.v, 0.0))
    carrier = rig.carrier(frames.carrier_of[item_id])
    wanted = carrier.main_deck.id
    holder = next((i for i in rig.items if any(d.id == item.place.deck for d in i.decks)), None)
    if holder is not None and not can(holder, "be lifted"):
        return rig  # what stands on a stand or a shelf stays there until it is told otherwise
    if holder is None and item.place.deck != wanted:
        return rig
    moving = {i.id for i in standing_on(rig, item_id)}
    for skid in rig.items:
        if can(skid, "be lifted") and skid.id not in moving and frames.carrier_of.get(skid.id) == carrier.id:
            s = solids(rig, frames)[skid.id]
            if s.x0 <= x <= s.x1 and s.y0 <= y <= s.y1:
                wanted = skid.decks[0].id
    if wanted == item.place.deck:
        return rig
    deck = frames.decks[wanted]
    dx, dy = x - deck.at[0], y - deck.at[1]
    u, v = (sum(deck.turn[i][k] * (dx, dy)[i] for i in (0, 1)) for k in (0, 1))
    return place(rig, item_id, deck=wanted, u=u, v=v, turns=turns_on(item, now, deck))


def turns_on(item: Item, now: Frame, then: Frame) -> int:
    """Quarter turns on another level deck, so that an upright thing keeps its heading."""
    if now.turn == then.turn or item.place.face != "bottom":
        return item.place.turns
    return (item.place.turns + TURNS.index(now.turn) - TURNS.index(then.turn)) % 4
