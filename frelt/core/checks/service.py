"""What must be reached by hand: the room before it is free, and someone can stand where it is worked on."""

from collections.abc import Iterable, Mapping

from ..base.text import joined
from ..base.units import Units
from ..geometry.frames import Frames
from ..judge.check import Check, CheckKind, register
from ..judge.status import Status
from ..kind.registry import kind_of
from ..model.item import Item
from ..model.rig import Rig
from ..space.reach import out_of_reach, still_out_of_reach
from ..space.rooms import Blocked, Room, blocked, flipped, on_doors, rooms
from ..space.walk import walk

BY_HAND = 23.0  # kg; what one person lifts out of the way: NIOSH lifting equation, load constant


def _findings(rig: Rig, frames: Frames) -> Iterable[Check]:
    if not rig.items:
        return
    swung = on_doors(rig)  # reached from where it has swung to
    clean, listed = True, [r for r in rooms(rig, frames) if r.item not in swung]
    items = {i.id: i for i in rig.items}
    for carrier in rig.carriers:
        own = [r for r in listed if r.carrier == carrier.id]
        if not own:
            continue
        cut_off = {id(b.room): b for b in blocked(rig, frames, carrier, own)}
        floor = walk(rig, frames, carrier)
        far = still_out_of_reach(frames.kept, carrier.id, carrier, floor, own, rig.rules.arm, rig.rules.reach_up)
        bad = [(r, w) for r, w in zip(own, far, strict=True) if w or id(r) in cut_off]
        if not bad:
            continue
        turned = [flipped(items[r.item], r, frames.items[r.item]) for r, _ in bad if r.service.flips]
        shut = {_named(b.room) for b in blocked(rig, frames, carrier, turned)} if turned else set()
        away = out_of_reach(floor, turned, rig.rules.arm, rig.rules.reach_up) if turned else []
        shut |= {_named(r) for r, w in zip(turned, away, strict=True) if w}
        wrong = {id(r) for r, _ in bad}
        done = {_named(r) for r in own if id(r) not in wrong}  # of two lids one that is reached is enough
        for room, why in bad:
            if _named(room) in done or (room.service.flips and _named(room) not in shut):
                continue
            done.add(_named(room))
            clean, found = False, cut_off.get(id(room))
            yield _blocked(items, found) if found is not None else _unreached(items[room.item].name, room, why)
    if clean:
        yield Check(id="service", kind="service", subject="Everything serviced is reached", quantity="length", status="ok")


def _named(room: Room) -> tuple[str, str]:
    """What is serviced of which thing."""
    return room.item, room.service.what


def _blocked(items: Mapping[str, Item], found: Blocked) -> Check:
    room, name = found.room, items[found.room.item].name
    hands = [o for o in (found.by, *found.others) if o.item and _by_hand(items[o.item])]
    first = f"; take {joined(list(dict.fromkeys(o.name for o in hands)))} off first" if hands else ""
    removable = bool(hands) and len(hands) == 1 + len(found.others)
    status: Status = "over" if room.service.often == "daily" and not removable else "tight"
    return Check(
        id=f"service:{room.item}:{room.service.what}",
        kind="service",
        subject=name,
        quantity="length",
        status=status,
        load=found.have,
        limit=room.depth,
        side="low",
        margin=found.have - room.depth,
        by_rule=True,
        items=(room.item, *((found.by.item,) if found.by.item else ())),
        detail=(room.service.what, found.by.name, first),
        causes=() if found.by.item else (found.by.name,),
    )


def _by_hand(item: Item) -> bool:
    return kind_of(item).carried and item.mass.value <= BY_HAND and item.held not in ("bolts", "straps")


def _unreached(name: str, room: Room, why: str) -> Check:
    return Check(
        id=f"service:{room.item}:{room.service.what}",
        kind="service",
        subject=name,
        quantity="length",
        status="over" if room.service.often == "daily" else "tight",
        by_rule=True,
        items=(room.item,),
        detail=(room.service.what, "", why),
        causes=(why,),
    )


def _sentence(c: Check, units: Units) -> str:
    if not c.detail:
        return "Everything that is serviced can be reached"
    what, by, rest = c.detail
    if c.load is None or c.limit is None:
        return f"The {what} of {c.subject} cannot be reached: {rest}"
    there, wanted = units.both(c.load, c.limit, "length")
    have = "There is nothing" if c.load < 0.01 else f"There is only {there}"
    return f"{have} between {by} and the {what} of {c.subject}, where {wanted} is wanted{rest}"


def _brief(c: Check, units: Units) -> str:
    return f"{c.subject}: {c.detail[0]} not reached" if c.detail else "service reached"


register(
    CheckKind(
        "service",
        "Service reach",
        plate="measure the free room before what is serviced; its maker's manual says how much is wanted",
        source="common practice; lifting by hand: NIOSH, 23 kg",
        findings=_findings,
        sentence=_sentence,
        brief=_brief,
        level="advice",
    )
)
