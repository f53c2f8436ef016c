"""A skid on the forks: what the forklift carries at its centre, which fork takes more, and whether it slides into the bed."""

from collections.abc import Iterable
from math import hypot

from ..base.figure import NOT_RATED, Figure, rated
from ..base.text import uncapital
from ..base.units import Units
from ..base.value import FreltError
from ..geometry.frames import Frames, standing_on
from ..geometry.measures import main_box
from ..judge.check import Check, CheckKind, Told, register
from ..judge.status import RANKS, status_of
from ..judge.words import when
from ..model.carrier import Carrier
from ..model.item import Item
from ..model.rig import Rig
from ..space.rooms import Neighbors, neighbors
from ..space.solids import TOUCH, solids
from ..statics.forks import DRAINED, LEFT, MASS, REACH, RIGHT, TIP, Lifted, capacity, lifted, skids


def _findings(rig: Rig, frames: Frames) -> Iterable[Check]:
    listed = [s for s in skids(rig) if s.id in frames.items]
    if not listed:
        return
    names = {s.id: s.name for s in listed}
    try:
        yield from (_judged(rig, one, names[one.skid]) for one in lifted(rig, frames))
    except FreltError as err:
        for skid in listed:
            yield Check(
                id=f"forks:{skid.id}",
                kind="forks",
                subject=skid.name,
                quantity="mass",
                status="unknown",
                items=(skid.id,),
                why=f"{skid.name} on the forks: {err}",
            )
    for skid in listed:
        carrier = rig.carrier(frames.carrier_of[skid.id])
        met = slides_into(rig, frames, skid, carrier, neighbors(rig, frames, carrier))
        yield Check(
            id=f"slide:{skid.id}",
            kind="forks",
            subject=skid.name,
            quantity="length",
            status="over" if met else "ok",
            items=(skid.id,),
            level="advice",
            why=f"{skid.name} does not slide in from behind past {met}" if met else "",
        )


def _judged(rig: Rig, one: Lifted, name: str) -> Check:
    """A skid in one state in its worst fill: whether it tips off a fork or the tips, else what the forklift carries there."""
    reserve, lifter = rig.rules.reserve, rig.forklift
    rating = rated(lifter.rated)
    plate = lifter.rated.plus_minus if isinstance(lifter.rated, Figure) else 0.0
    tips = [(status_of(float(one.least[q]), low=0.0, spread=float(one.pm[0, q])), q, False) for q in (LEFT, RIGHT, TIP)]
    carried = [
        (status_of(float(one.greatest[q]), high=high, reserve=reserve, spread=hypot(one.pm[1, q], share * plate)), q, True)
        for q, high, share in (
            (MASS, rating, 1.0),
            (REACH, None if rating is None else rating * lifter.centre, lifter.centre),
        )
    ]
    worst_tip = min(tips, key=lambda t: (RANKS[t[0].status], t[0].margin or 0.0))
    worst = min(carried, key=lambda t: (RANKS[t[0].status], (t[0].margin or 0.0) / (t[0].bound or 1.0)))
    if worst_tip[0].status == "over" or (worst_tip[0].status == "tight" and worst[0].status == "ok"):
        worst = worst_tip
    held, quantity, high = worst
    lift, fills = one.at(quantity, high)
    status = "ok" if rating is None and lifter.rated == NOT_RATED and held.status == "unknown" else held.status
    most = capacity(lifter, lift.out)
    drained = one.state == DRAINED
    return Check(
        id=f"forks:{one.skid}:{one.state}",
        kind="forks",
        subject=name,
        quantity="mass",
        status=status,
        load=lift.mass,
        limit=most,
        margin=None if most is None else most - lift.mass,
        spread=float(one.pm[int(high), MASS]),
        state="" if drained else one.state,
        told=Told(lambda: ("" if drained else uncapital(one.name), fills)),
        items=(one.skid,),
        field="forklift.rated",
        detail=(DRAINED if drained else f"in “{one.name}”", f"{lift.out:.4f}", TIPS.get(quantity, "")),
    )


TIPS = {LEFT: "the left fork", RIGHT: "the right fork", TIP: "the tips of the forks"}


def slides_into(rig: Rig, frames: Frames, skid: Item, carrier: Carrier, near: Neighbors) -> str:
    """What a skid with its load meets as it slides in from the rear over the deck; or nothing."""
    _, _, x1, _, floor = main_box(carrier)
    room = solids(rig, frames)
    own = {i.id for i in standing_on(rig, skid.id)}
    if frames.decks[skid.place.deck].at[2] > floor + TOUCH or carrier.main_deck.id != skid.place.deck:
        return ""
    for item_id in own:
        s = room[item_id]
        for n, o in enumerate(near.listed):
            if o.item in own or (not o.item and o.what != "well" and n < near.items):
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
    if tips and c.status == "over":
        whose = "beyond" if tips == TIPS[TIP] else "to the other side of"
        return f"{c.subject}, {what}, tips off: its weight of {mass} lies {whose} {tips}{when(c)}"
    if tips:
        return f"{c.subject}, {what}, hardly rests on {tips}: its weight of {mass} lies {at} from the heel{when(c)}"
    if c.limit is None:
        return f"{c.subject}, {what}, weighs {mass}, {at} from the heel of the forks: the forklift's rating is not entered"
    return f"{c.subject}, {what}, weighs {mass}, {at} from the heel of the forks, where the forklift carries {units.show(c.limit, 'mass')}{when(c)}"


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
        acceptable=False,
    )
)
