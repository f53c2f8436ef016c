"""The hinges of a door bear what hangs on it, by their own limit."""

from collections.abc import Iterable, Iterator

from ..base.figure import rated
from ..base.units import Units
from ..geometry.frames import Frames, standing_on
from ..judge.check import Check, CheckKind, register
from ..masses.weigh import weigh
from ..model.carrier import Carrier, Deck, Door
from ..model.rig import Rig

ANY_DOOR = 12.0  # kg; what the leaf of any such door bears beside itself; common practice, no source


def leaves(rig: Rig) -> Iterator[tuple[Carrier, Deck, Door]]:
    """Every leaf of a door on which things hang or may, with its carrier and the door."""
    for carrier in rig.carriers:
        doors = {d.id: d for d in carrier.body.doors}
        for deck in carrier.decks:
            if deck.hinge is not None and deck.face_of in doors:
                yield carrier, deck, doors[deck.face_of]


def hung_mass(rig: Rig, deck: Deck) -> tuple[float, float]:
    """What hangs on a leaf with all that it holds, and its ± [kg]."""
    own = {j.id: j for i in rig.items if i.place.deck == deck.id for j in standing_on(rig, i.id)}
    found = [weigh(i) for i in own.values()]
    return sum(f.value for f in found), sum(f.plus_minus for f in found)


def _findings(rig: Rig, frames: Frames) -> Iterable[Check]:
    listed = list(leaves(rig))
    if not listed:
        return
    clean = True
    for _, deck, door in listed:
        mass, pm = hung_mass(rig, deck)
        first = next((i.id for i in rig.items if i.place.deck == deck.id), "")
        if mass <= 0:
            continue
        limit = rated(door.carries)
        if limit is not None and mass > limit:
            clean = False
            yield _hinges(deck, mass, pm, limit, first)
        elif limit is None and door.carries is None and mass > ANY_DOOR:
            clean = False
            yield _hinges(deck, mass, pm, None, first)
    if clean:
        yield Check(id="door-hinges", kind="door hinges", subject="Doors bear what hangs on them", quantity="mass", status="ok")


def _hinges(deck: Deck, mass: float, pm: float, limit: float | None, item: str) -> Check:
    return Check(
        id=f"door-hinges:{deck.id}",
        kind="door hinges",
        subject=deck.name,
        quantity="mass",
        status="unknown" if limit is None else "over",
        load=mass,
        limit=limit,
        spread=pm,
        margin=None if limit is None else limit - mass,
        items=(item,),
        level="advice" if limit is None else "broken",
    )


def _sentence(c: Check, units: Units) -> str:
    if c.load is None:
        return "Every door bears what hangs on it"
    load = units.show(c.load, "mass")
    if c.limit is None:
        return f"{load} hangs on the {c.subject.lower()}, and nobody has said what its hinges bear"
    return f"{load} hangs on the {c.subject.lower()}, whose hinges bear {units.show(c.limit, 'mass')}"


def _brief(c: Check, units: Units) -> str:
    return f"{c.subject}: {units.show(c.load, 'mass')} on its hinges" if c.load is not None else "doors bear it"


register(
    CheckKind(
        "door hinges",
        "Door hinges",
        plate="the maker of the body or of the hinges says what a leaf bears beside itself; lift the open leaf at its edge: play says worn",
        source="masses; what the leaf of any door bears is common practice, no source",
        findings=_findings,
        sentence=_sentence,
        brief=_brief,
        acceptable=False,
    )
)
