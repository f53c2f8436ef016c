"""What stands on a roof or rack, and the heaviest single item on a floor, against what the carrier's maker allows."""

from collections.abc import Iterable

from ..base.figure import Rating, rated
from ..base.units import Units
from ..geometry.frames import Frames, standing_on
from ..judge.check import Check, CheckKind, field_of, register
from ..judge.status import Status
from ..masses.item_rows import own_rows
from ..model.carrier import Carrier
from ..model.item import Item
from ..model.rig import Rig

ALOFT = ("roof",)


def full_mass(item: Item) -> float:
    """Mass of an item with its hoses and tanks full [kg]."""
    rows, tanks = own_rows(item)
    return sum(r.mass.value * r.share for r in rows) + sum(t.capacity.value * t.liquid.density.value for t in tanks)


def _findings(rig: Rig, frames: Frames) -> Iterable[Check]:
    for carrier in rig.carriers:
        aloft = {d.id for d in carrier.decks if d.kind in ALOFT}
        loads = {i.id: sum(full_mass(j) for j in standing_on(rig, i.id)) for i in rig.items if i.place.deck in aloft}
        if loads:
            yield _judged(rig, carrier, "roof", "Roof or rack", sum(loads.values()), carrier.ratings.roof, tuple(loads))
        if rated(carrier.ratings.deck_point) is None:
            continue
        floor = carrier.main_deck.id
        heavy = [(sum(full_mass(j) for j in standing_on(rig, i.id)), i.id) for i in rig.items if i.place.deck == floor]
        if heavy:
            load, item = max(heavy)
            name = f"Floor under {rig.item(item).name}"
            yield _judged(rig, carrier, "deck_point", name, load, carrier.ratings.deck_point, (item,))


def _judged(rig: Rig, carrier: Carrier, name: str, subject: str, load: float, rating: Rating, items: tuple[str, ...]) -> Check:
    limit = rated(rating)
    margin = None if limit is None else limit - load
    status: Status = (
        "unknown"
        if margin is None or limit is None
        else "over"
        if margin < 0
        else "tight"
        if margin < rig.rules.reserve * limit
        else "ok"
    )
    return Check(
        id=f"{field_of(carrier).replace('.', ':')}{name}",
        kind="deck",
        subject=subject,
        quantity="mass",
        status="ok" if rating == "not rated" else status,
        load=load,
        limit=limit,
        margin=margin,
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
    )
)
