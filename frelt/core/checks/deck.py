"""What stands on a roof or rack, and the heaviest single item on a floor, against what the carrier's maker allows."""

from collections.abc import Iterable
from math import hypot

from ..base.figure import NOT_RATED, Figure, Rating, rated
from ..base.units import Units
from ..geometry.frames import Frames, standing_on
from ..judge.check import Check, CheckKind, field_of, register
from ..judge.status import status_of
from ..masses.weigh import together, weigh
from ..model.carrier import Carrier
from ..model.rig import Rig

ALOFT = ("roof",)


def _findings(rig: Rig, frames: Frames) -> Iterable[Check]:
    for carrier in rig.carriers:
        aloft = {d.id for d in carrier.decks if d.kind in ALOFT}
        loads = {i.id: together(weigh(j, 1.0) for j in standing_on(rig, i.id)) for i in rig.items if i.place.deck in aloft}
        if loads:
            yield _judged(rig, carrier, "roof", "Roof or rack", together(loads.values()), carrier.ratings.roof, tuple(loads))
        if rated(carrier.ratings.deck_point) is None:
            continue
        floor = carrier.main_deck.id
        heavy = {i.id: together(weigh(j, 1.0) for j in standing_on(rig, i.id)) for i in rig.items if i.place.deck == floor}
        if heavy:
            item = max(heavy, key=lambda i: heavy[i].value)
            name = f"Floor under {rig.item(item).name}"
            yield _judged(rig, carrier, "deck_point", name, heavy[item], carrier.ratings.deck_point, (item,))


def _judged(rig: Rig, carrier: Carrier, name: str, subject: str, load: Figure, rating: Rating, items: tuple[str, ...]) -> Check:
    unsure = hypot(load.plus_minus, rating.plus_minus if isinstance(rating, Figure) else 0.0)
    held = status_of(load.value, high=rated(rating), reserve=rig.rules.reserve, spread=unsure)
    return Check(
        id=f"{field_of(carrier).replace('.', ':')}{name}",
        kind="deck",
        subject=subject,
        quantity="mass",
        status="ok" if rating == NOT_RATED else held.status,
        load=load.value,
        limit=held.bound,
        margin=held.margin,
        spread=unsure,
        items=items,
        field=f"{field_of(carrier)}ratings.{name}",
    )


def _sentence(c: Check, units: Units) -> str:
    assert c.load is not None
    load = units.show(c.load, "mass")
    if c.limit is None or c.margin is None:
        return f"{c.subject}: {load} with every tank full, no rating by its maker"
    limit, off = units.show(c.limit, "mass"), units.show(abs(c.margin), "mass")
    return (
        f"{c.subject}: {load} with every tank full, {limit} allowed: {off} {'too much' if c.status == 'over' else 'to spare'}"
    )


register(
    CheckKind(
        "deck",
        "Roof and floor",
        plate="roof and rack load in the vehicle's handbook; what a floor bears in one place, from the body's maker",
        source="maker's ratings",
        findings=_findings,
        sentence=_sentence,
        acceptable=False,
    )
)
