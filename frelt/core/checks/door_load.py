"""What hangs on a door swings with it: it meets nothing on its way, the door stays open by itself and shut on the road."""

from collections.abc import Iterable
from itertools import product

from ..base.units import Units
from ..geometry.frames import Frame, Frames, standing_on, turned
from ..judge.check import Check, CheckKind, register
from ..kind.capability import can
from ..model.carrier import Deck, Hinge
from ..model.item import Item
from ..model.rig import Rig
from ..space.solids import TOUCH, Solid, depth, hull, solids
from .door_hinges import leaves

STEP = 6.0  # degrees between the positions that are looked at


def swung(item: Item, frame: Frame, hinge: Hinge, angle: float, carrier: str) -> Solid:
    """The room an item takes when its door is open by an angle [degrees]; the hull in plan of its box."""
    a, b = item.length.value / 2, item.width.value / 2
    points = [turned(frame.point(p), hinge, angle) for p in product((-a, a), (-b, b), (0.0, item.height.value))]
    corners = hull([(p[0], p[1]) for p in points])
    xs, ys, zs = ([p[i] for p in points] for i in range(3))
    return Solid(item.id, corners, min(xs), min(ys), max(xs), max(ys), min(zs), max(zs), False, carrier)


def meets(rig: Rig, frames: Frames, deck: Deck) -> tuple[str, str, float] | None:
    """The first thing that something on a door meets as it opens: both ids and the angle [degrees]; None where nothing."""
    hinge = deck.hinge
    assert hinge is not None
    room = solids(rig, frames)
    own = [j for i in rig.items if i.place.deck == deck.id for j in standing_on(rig, i.id)]
    ids = {i.id for i in own}
    others = [s for i, s in room.items() if i not in ids and s.carrier == frames.carrier_of[deck.id] and _real(rig, i)]
    steps = max(int(abs(hinge.open) / STEP), 1)
    for n in range(1, steps + 1):
        angle = hinge.open * n / steps
        for item in own:
            s = swung(item, frames.items[item.id], hinge, angle, frames.carrier_of[deck.id])
            for other in others:
                if depth(s, other) > 2 * TOUCH:
                    return item.id, other.item, abs(angle)
    return None


def _real(rig: Rig, item_id: str) -> bool:
    item = rig.item(item_id)
    return not can(item, "keep a place") and not item.built_in


def _findings(rig: Rig, frames: Frames) -> Iterable[Check]:
    yield from _kept(rig)
    loaded = {i.place.deck for i in rig.items}
    doors = [d for d in rig.decks if d.hinge is not None and d.id in loaded and d.id in frames.decks]
    if not doors:
        return
    clean = True
    for deck in doors:
        met = meets(rig, frames, deck)
        if met is not None:
            clean = False
            one, other, angle = met
            names = rig.item(one).name, rig.item(other).name
            yield Check(
                id=f"door-load:{deck.id}",
                kind="door load",
                subject=names[0],
                quantity="length",
                status="over",
                items=(one, other),
                why=f"{names[0]} on the {deck.name.lower()} meets {names[1]} when it is open by {angle:.0f} degrees",
            )
    if clean:
        yield Check(
            id="door-load", kind="door load", subject="Doors open with what hangs on them", quantity="length", status="ok"
        )


def _kept(rig: Rig) -> Iterable[Check]:
    """Doors with something on them that swing back or that nothing locks, and those that are open on the road."""
    for _, deck, door in leaves(rig):
        on_it = tuple(i.id for i in rig.items if i.place.deck == deck.id)[:1]
        name = deck.name.lower()
        if on_it and door.stays is False:
            why = f"The {name} swings back by itself with what hangs on it: hook it open while you work"
            yield _told(f"door-stays:{deck.id}", deck, on_it, why)
        if on_it and door.lock == "none":
            yield _told(
                f"door-lock:{deck.id}", deck, on_it, f"Nothing keeps the {name} shut on the road, and something hangs on it"
            )
        for state in rig.states:
            if state.road and state.condition == "hitched" and deck.id in state.open:
                why = f"The {name} is open in “{state.name}”, which is on the road"
                yield _told(f"door-open:{deck.id}:{state.id}", deck, on_it, why)


def _told(check_id: str, deck: Deck, items: tuple[str, ...], why: str) -> Check:
    return Check(
        id=check_id, kind="door load", subject=deck.name, quantity="length", status="over", by_rule=True, items=items, why=why
    )


def _sentence(c: Check, units: Units) -> str:
    return c.why or "Every door opens with what hangs on it"


def _brief(c: Check, units: Units) -> str:
    if c.why and not c.id.startswith("door-load"):
        return f"{c.subject}: see to it"
    return f"{c.subject} on a door meets something" if c.why else "doors open"


register(
    CheckKind(
        "door load",
        "On a door",
        plate="open and close the door slowly with everything on it; its hinges have a limit of their own",
        source="geometry",
        findings=_findings,
        sentence=_sentence,
        brief=_brief,
        level="advice",
    )
)
