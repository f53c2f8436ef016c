"""What holds the things of a rig, in words: what comes loose, what the rule misses, what nobody said or read."""

from collections.abc import Iterable, Iterator, Sequence
from math import isfinite

from ..base.text import joined
from ..base.units import Units
from ..geometry.frames import Frames
from ..judge.marks import Mark
from ..judge.status import GRAVE
from ..model.item import Item
from ..model.meets import STRAPS
from ..model.rig import Rig
from ..tie_down.held import Held, InWay
from .finding import Finding
from .lines import ORDER

SHOWN = 3  # names that are told of those of which nothing is said


def findings(rig: Rig, frames: Frames, found: Sequence[Held], units: Units) -> tuple[Finding, ...]:
    """All that is not right with how things are held on the road, the gravest first."""
    made = [f for one in found for f in _of(one, units)]
    made += [*_unsaid(found), *_doors(rig), *_eaten(rig)]
    return tuple(sorted(made, key=lambda f: (ORDER.index(f.level), f.doubt)))


def mark_of_holding(found: Sequence[Finding]) -> Mark:
    """The mark of the gravest: red where something comes loose; unread where it is not known whether it holds."""
    if any(f.level in GRAVE and not f.doubt for f in found):
        return "over"
    if any(f.doubt for f in found):
        return "unknown"
    return "law" if any(f.level == "law" for f in found) else "advice" if found else "ok"


def _of(one: Held, units: Units) -> Iterator[Finding]:
    worst = one.worst
    where = (one.item.id,)
    if worst is not None and worst.share > 1.0 + 1e-9:
        yield Finding("danger", f"{gives_way(one, worst)}; {times(worst.way.wanted)} is wanted", where)
    elif worst is not None and one.status == "tight":
        words = f"{one.item.name} is close to what holds it: {_until(one, worst)}, {times(worst.way.wanted)} is wanted"
        yield Finding("danger", words, where, doubt=True)
    if one.rule is not None and one.rule.number < one.rule.wanted:
        n, m = one.rule.number, one.rule.wanted
        yield Finding("law", f"{one.item.name} has {n} tie-down{'s' if n != 1 else ''}, 49 CFR 393.110 asks for {m}", where)
    elif one.rule is not None and one.rule.limits < one.rule.half - 1e-9:
        have, want = units.show(one.rule.limits, "mass"), units.show(one.rule.half, "mass")
        yield Finding(
            "law", f"{one.item.name}: the limits of its tie-downs come to {have}, half of its weight is {want}", where
        )
    locks = one.lacks and one.status == "over" and not (worst is not None and worst.share > 1.0)
    if locks:
        why = {"its drum": "has no lock on its drum: hose that runs off is gone, and can cause a crash"}
        yield Finding("danger", f"{one.item.name} {why.get(one.lacks, f'has nothing that keeps {one.lacks} shut')}", where)


def times(push: float) -> str:
    """A push in words."""
    return f"{push:.2f} of its weight"


def gives_way(one: Held, at: InWay) -> str:
    """What happens first, from which push on."""
    ends = f", {at.load.words}," if at.load.words else ""
    if not isfinite(at.share) or at.holds_to <= 1e-6:
        return f"{one.item.name}{ends} does not stay where it is even at rest"
    return f"{one.item.name}{ends} {_until(one, at)}"


def _until(one: Held, at: InWay) -> str:
    """Up to where it holds, and what gives."""
    way = f"pushed {at.way.words}" if at.way.words != "up" else "lifted"
    if one.how == "bolted":
        return f"{way} is past what a bolt may bear from {times(at.holds_to)} on"
    pull = next((t for p, t in zip(one.body.pulls, at.tension, strict=False) if p.strap.id == at.worst), None)
    limit = next((p.limit for p in one.body.pulls if p.strap.id == at.worst), None)
    if pull is not None and pull == pull and limit is not None and pull > limit:
        return f"{way} has strap {at.worst} past what it may bear from {times(at.holds_to)} on"
    return f"{way} slides or tips from {times(at.holds_to)} on"


def _unsaid(found: Sequence[Held]) -> Iterator[Finding]:
    """What nobody said or read, all of one sort together."""
    silent = [h.item for h in found if h.how == "nothing"]
    if silent:
        yield Finding("advice", f"How {_named(silent)} {_are(silent)} held is not said", _ids(silent), doubt=True)
    said = [h.item for h in found if h.how == "said"]
    if said:
        yield Finding(
            "advice", f"{_named(said)} {_are(said)} said to be held, and by what is not drawn", _ids(said), doubt=True
        )
    unread = [h.item for h in found if h.missing and h.status == "unknown"]
    if unread:
        what = list(dict.fromkeys(m for h in found for m in h.missing))
        yield Finding("danger", f"What holds {_named(unread)} is unread: {_listed(what)}", _ids(unread), doubt=True)
    drums = [h.item for h in found if h.lacks == "its drum" and h.status != "over"]
    if drums:
        yield Finding(
            "danger",
            f"Whether the {'drum' if len(drums) == 1 else 'drums'} of {_named(drums)} can be locked is not said",
            _ids(drums),
            doubt=True,
        )
    shut = [h.item for h in found if h.lacks and h.lacks != "its drum" and h.status != "over"]
    if shut:
        yield Finding("advice", f"What keeps the doors and drawers of {_named(shut)} shut is not said", _ids(shut), doubt=True)


def _doors(rig: Rig) -> Iterator[Finding]:
    """Doors of the carriers that nothing keeps shut, or of which that is not said."""
    doors = [d for c in rig.carriers for d in c.body.doors if d.kind not in ("gap",)]
    for door in doors:
        if door.lock == "none":
            yield Finding("danger", f"{door.name} has nothing that keeps it shut on the road")
    silent = [d.name for d in doors if not d.lock]
    if silent:
        yield Finding("advice", f"What keeps {_listed(silent)} shut is not said", doubt=True)


def _eaten(rig: Rig) -> Iterator[Finding]:
    """Straps on what holds a liquid that eats them."""
    bad: dict[tuple[str, str], list[str]] = {}
    names: dict[str, str] = {}
    for strap in rig.tie_down.straps:
        item = next((i for i in rig.items if i.id == strap.item), None)
        for liquid in {t.liquid.substance: t.liquid for t in item.tanks}.values() if item is not None else ():
            eaten = STRAPS.get(liquid.substance, {}).get(strap.material)
            if eaten is not None and item is not None:
                bad.setdefault((item.id, liquid.substance), []).append(eaten)
                names[item.id] = item.name
    for (of, substance), eats in bad.items():
        good = "polyester or stainless" if substance == "acid" else "polyester, galvanized or stainless"
        what = substance if substance == "SH" else substance.capitalize()
        yield Finding("advice", f"{what} eats {joined(sorted(set(eats)))}: the straps on {names[of]} should be {good}", (of,))


def _named(items: Sequence[Item]) -> str:
    return _listed([i.name for i in items])


def _listed(names: Sequence[str]) -> str:
    return joined(list(names)) if len(names) <= SHOWN + 1 else f"{', '.join(names[:SHOWN])} and {len(names) - SHOWN} more"


def _are(items: Sequence[Item]) -> str:
    return "is" if len(items) == 1 else "are"


def _ids(items: Iterable[Item]) -> tuple[str, ...]:
    return tuple(i.id for i in items)
