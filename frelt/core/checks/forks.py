"""A skid on the forks: what the forklift carries at its centre, which fork takes more, and whether it slides into the bed."""

from collections.abc import Iterable

from ..base.figure import NOT_RATED
from ..base.units import Units
from ..geometry.frames import Frames, standing_on
from ..judge.check import Check, CheckKind, register
from ..judge.status import Status
from ..kind.registry import given
from ..model.carrier import Carrier
from ..model.item import Item
from ..model.rig import Rig
from ..space.rooms import Neighbors, deck_box, neighbors
from ..space.solids import TOUCH, solids
from ..statics.forks import Lift, capacity, lift, skids


def _findings(rig: Rig, frames: Frames) -> Iterable[Check]:
    for skid in skids(rig):
        if skid.id not in frames.items:
            continue
        yield from _lifts(rig, frames, skid)
        carrier = rig.carrier(frames.carrier_of[skid.id])
        met = slides_into(rig, frames, skid, carrier, neighbors(rig, frames, carrier))
        yield Check(
            id=f"slide:{skid.id}",
            kind="forks",
            subject=skid.name,
            quantity="length",
            status="over" if met else "ok",
            items=(skid.id,),
            why=f"{skid.name} does not slide in from behind: {met} is in its way" if met else "",
        )


def _lifts(rig: Rig, frames: Frames, skid: Item) -> Iterable[Check]:
    lifted = [s for s in rig.states if s.condition == "lifted"]
    for state in (None, *lifted):
        one = lift(rig, frames, skid, state)
        most = capacity(rig.forklift, one.out)
        tips = min(one.fork_loads(given(skid)["apart"])) < 0 or one.out > rig.forklift.forks
        yield Check(
            id=f"forks:{skid.id}:{state.id if state is not None else 'drained'}",
            kind="forks",
            subject=skid.name,
            quantity="mass",
            status=_status(rig, one, most, tips),
            load=one.mass,
            limit=most,
            margin=None if most is None else most - one.mass,
            state=state.id if state is not None else "",
            items=(skid.id,),
            field="forklift.rated",
            detail=(one.what if state is None else f"in “{one.what}”", f"{one.out:.4f}", "tips" if tips else ""),
        )


def _status(rig: Rig, one: Lift, most: float | None, tips: bool) -> Status:
    if tips:
        return "over"
    if most is None:
        return "ok" if rig.forklift.rated == NOT_RATED else "unknown"
    if one.mass > most:
        return "over"
    return "tight" if most - one.mass < rig.rules.reserve * most else "ok"


def slides_into(rig: Rig, frames: Frames, skid: Item, carrier: Carrier, near: Neighbors) -> str:
    """What a skid with its load meets as it slides in from the rear over the deck; or nothing."""
    _, _, x1, _, floor = deck_box(carrier)
    room = solids(rig, frames)
    own = {i.id for i in standing_on(rig, skid.id)}
    if frames.decks[skid.place.deck].at[2] > floor + TOUCH or carrier.main_deck.id != skid.place.deck:
        return ""
    for item_id in own:
        s = room[item_id]
        for n, o in enumerate(near.listed):
            if o.item in own or (not o.item and o.name != "a wheel well" and n < near.items):
                continue
            met = o.box[0] < x1 and o.box[3] > s.x0 + TOUCH and o.box[1] < s.y1 - TOUCH and o.box[4] > s.y0 + TOUCH
            if met and o.box[2] < s.high - TOUCH and o.box[5] > s.low + TOUCH and o.box[0] >= s.x0 - TOUCH:
                return o.name
    doors = [d for d in carrier.body.doors if d.side == "rear"]
    if doors:
        y0, y1 = min(room[i].y0 for i in own), max(room[i].y1 for i in own)
        if all(y0 < d.start - TOUCH or y1 > d.end + TOUCH for d in doors):
            return f"the opening of the {doors[0].name.lower()}"
    return ""


def _sentence(c: Check, units: Units) -> str:
    if c.load is None:
        return c.why or f"{c.subject} slides in from behind"
    what, out, tips = c.detail
    at = units.show(float(out), "length")
    mass = units.show(c.load, "mass")
    if tips:
        return f"{c.subject}, {what}: its weight of {mass} lies {at} from the heel of the forks or beside them, and tips off"
    if c.limit is None:
        return f"{c.subject}, {what}, weighs {mass}, {at} from the heel of the forks: the forklift's rating is not entered"
    return f"{c.subject}, {what}, weighs {mass}, {at} from the heel of the forks, where the forklift carries {units.show(c.limit, 'mass')}"


def _brief(c: Check, units: Units) -> str:
    if c.load is None:
        return f"{c.subject} does not slide in" if c.why else "skid slides in"
    return f"{c.subject} on the forks"


register(
    CheckKind(
        "forks",
        "Skid on the forks",
        plate="the forklift's plate: rated load at its load center; lift it drained, and never over people",
        source="from memory of forklift plates: beyond the load center, rated load x center / distance",
        findings=_findings,
        sentence=_sentence,
        brief=_brief,
    )
)
