"""Which carrier can carry a list of equipment or a rig as built, and what each would need."""

from collections.abc import Sequence
from math import ceil

from msgspec import Struct

from ..base.figure import Figure
from ..base.load_index import LOADS
from ..base.text import joined
from ..base.units import Units
from ..base.value import FreltError
from ..geometry.measures import bounds
from ..masses.bare import bare
from ..model.carrier import Carrier, Stand, Trailer, Vehicle
from ..model.catalog_entry import Chassis
from ..model.rules import RuleSet
from .left_over import UNKNOWN, Left, Limited, limits_of

__all__ = ["UNKNOWN", "Left", "Load", "Piece", "Row", "least_excess", "table", "wanted"]

WALK = 1.5  # floor a list takes, of its bare footprints: room to walk and to serve; common practice, no source
TONGUE = 0.12  # share of a laden trailer on its ball, in the middle of the usual window


class Piece(Struct, frozen=True):
    """Something of a load that could stay at home. mass: [kg].  needed: whether the work stands or falls with it."""

    name: str
    mass: float
    needed: bool = True


class Load(Struct, frozen=True):
    """What is to be carried. road: with all it holds [kg]; liquids: of that [kg].  footprints: [m²].  longest, widest: of one piece [m].

    packed: whether it stands as it will, so that no room to walk is added.
    """

    road: Figure
    liquids: float
    footprints: float
    longest: float
    widest: float
    pieces: tuple[Piece, ...] = ()
    packed: bool = False

    @property
    def most(self) -> float:
        """What it may come to [kg]."""
        return self.road.value + self.road.plus_minus


class Row(Struct, frozen=True):
    """One carrier of the table. typical: its ratings are only typical of the class.  why: what rules it out, in words.

    floor: needed and there [m²].  spare: by the least of what is known [kg].  fill: the share of its liquids it takes with all the
    rest, None where that is unknown.  home: what would have to stay at home, in words; empty where nothing.
    """

    chassis: Chassis
    limits: tuple[Limited, ...]
    floor: tuple[float, float]
    typical: bool
    why: tuple[str, ...]
    spare: float | None
    fill: float | None
    home: str

    def left(self, *keys: str) -> Left:
        """The least left by some limits; unknown where none of them is known."""
        some = [(m.left.low, m.left.high) for m in self.limits if m.key in keys]
        known = [(low, high) for low, high in some if low is not None and high is not None]
        return Left(min(k[0] for k in known), min(k[1] for k in known)) if known else UNKNOWN

    @property
    def fits(self) -> bool | None:
        """True or False, or None where a rating is missing."""
        if self.why:
            return False
        return None if self.spare is None else True


def table(
    listed: Sequence[Chassis],
    load: Load,
    crew: int,
    units: Units,
    towed_by: Vehicle | None = None,
    rules: RuleSet | None = None,
    steep: bool = False,
) -> tuple[Row, ...]:
    """Every carrier against a load: those that can take it first, then the unknown, then those ruled out by least.

    towed_by: the vehicle that trailers are reckoned behind.  steep: its tow rating is not counted on in full.
    """
    rolling = [c for c in listed if not isinstance(c.carrier, Stand)]
    rows = [_row(c, load, crew, units, towed_by, rules or RuleSet(), steep) for c in rolling]
    order = {True: 0, None: 1, False: 2}
    return tuple(sorted(rows, key=lambda r: (order[r.fits], -(r.spare or 0.0))))


def _row(chassis: Chassis, load: Load, crew: int, units: Units, towed_by: Vehicle | None, rules: RuleSet, steep: bool) -> Row:
    c = chassis.carrier
    assert not isinstance(c, Stand)
    behind = towed_by if isinstance(c, Trailer) else None
    why: list[str] = []
    limits: tuple[Limited, ...] = ()
    try:
        limits = tuple(limits_of(c, crew, behind, rules, steep))
    except FreltError as err:
        why.append(str(err))
    for limit in limits:
        high = limit.left.high
        if high is not None and high < load.most:
            short = units.show(load.most - max(high, 0.0), "mass")
            why.append(f"{limit.name}: {short} too much" if high > 0 else f"{limit.name}: nothing left")
    why += _room(c, load, units)
    if isinstance(c, Vehicle) and c.seats and len(c.seats) < crew:
        why.append(f"{len(c.seats)} seats for {crew}")
    if behind is not None:
        if behind.seats and len(behind.seats) < crew:
            why.append(f"{len(behind.seats)} seats for {crew} in {behind.name}")
        if behind.ball_x is None:
            why.append(f"{behind.name} has no hitch")
    known = [m.left.low for m in limits if m.left.low is not None]
    unknown = not any(m.left.known for m in limits if m.key in ("gross", "payload")) or not any(
        m.left.known for m in limits if m.key == "axles"
    )
    spare = None if unknown or not known else min(known) - load.most
    if spare is not None and spare < 0 and not why:
        why.append("only where it all stands just right: the least that is left is too little")
    needed = load.footprints * (1.0 if load.packed else WALK)
    least = min(known) if known else None
    fill, home = _fill(load, least), _home(load, least, units)
    return Row(chassis, limits, (needed, _floor(c)), _typical(c), tuple(why), spare, fill, home)


def _room(c: Carrier, load: Load, units: Units) -> list[str]:
    """Why a load has no room on a carrier."""
    u0, v0, u1, v1 = bounds(c.main_deck)
    why = []
    if load.footprints * (1.0 if load.packed else WALK) > _floor(c):
        why.append("floor too small")
    if load.longest > u1 - u0 + 1e-6:
        why.append(f"{units.show(load.longest - (u1 - u0), 'length')} too short for its longest piece")
    if load.widest > v1 - v0 + 1e-6:
        why.append(f"{units.show(load.widest - (v1 - v0), 'length')} too narrow for its widest piece")
    return why


def _fill(load: Load, left: float | None) -> float | None:
    """The share of its liquids at which a load just fits with all the rest; below zero it does not fit empty either."""
    if left is None or load.liquids <= 0:
        return None
    return min((left - (load.most - load.liquids)) / load.liquids, 1.0)


def _home(load: Load, left: float | None, units: Units) -> str:
    """What would have to stay at home: liquid first, since it comes from a tap, then the heaviest of what can be spared."""
    if left is None or left >= load.most:
        return ""
    excess = load.most - left
    if excess <= load.liquids:
        return f"{units.show(excess, 'mass')} of its liquids: full to {units.show(max((load.liquids - excess) / load.liquids, 0.0), 'share')}"
    rest, gone = excess - load.liquids, []
    for piece in sorted(load.pieces, key=lambda p: (p.needed, -p.mass)):
        if rest <= 0:
            break
        if not piece.needed:
            rest -= piece.mass
            gone.append(piece.name)
    words = joined(["all liquids", *gone]) if load.liquids > 0 else joined(gone)
    if rest > 0:
        return f"{words}, and {units.show(rest, 'mass')} more" if words else f"{units.show(rest, 'mass')}"
    return words


def _floor(c: Carrier) -> float:
    """Floor between the wheel wells [m²]."""
    u0, v0, u1, v1 = bounds(c.main_deck)
    taken = sum((w.end - w.start) * w.inward for w in c.body.wells)
    return (u1 - u0) * (v1 - v0) - taken


def _typical(c: Carrier) -> bool:
    ratings = [c.ratings.gross, *(a.rating for a in c.axles)]
    return any(isinstance(r, Figure) and r.source == "estimate" for r in ratings)


def least_excess(rows: Sequence[Row]) -> str:
    """Where no carrier fits: how much must go from the list to fit the nearest, in words; else nothing."""
    if not rows or any(r.fits is not False for r in rows):
        return ""
    near = max((r for r in rows if r.spare is not None), key=lambda r: r.spare or 0.0, default=None)
    return "" if near is None or near.spare is None else f"Nearest is {near.chassis.name}: {joined(near.why)}"


def needs(row: Row, load: Load, units: Units) -> str:
    """The ratings that a carrier nobody has read would need for a load, in words."""
    parts = [f"{m.name} {units.show(m.needs(load.most), 'mass')}" for m in row.limits if m.per != (0.0, 0.0)]
    return ", ".join(parts)


def beside(one: Row, other: Row, load: Load, units: Units) -> list[tuple[str, str, str]]:
    """What two carriers would have to spare with a load, limit by limit: name, of the one, of the other."""
    names = dict.fromkeys(m.key for r in (one, other) for m in r.limits)
    told = []
    for key in names:
        name = next(m.name for r in (one, other) for m in r.limits if m.key == key)
        told.append((name, _spare(one, key, load, units), _spare(other, key, load, units)))
    return told


def _spare(row: Row, key: str, load: Load, units: Units) -> str:
    limit = next((m for m in row.limits if m.key == key), None)
    if limit is None:
        return ""
    if limit.left.low is None or limit.left.high is None:
        return "no rating"
    low, high = limit.left.low - load.most, limit.left.high - load.most
    if abs(high - low) < 1 or high < 0:
        return _words(low, units)
    if low < 0:
        return f"from {_words(low, units)} to {_words(high, units)}"
    return f"{units.show(low, 'mass', unit=False)} to {_words(high, units)}"


def _words(spare: float, units: Units) -> str:
    return f"{units.show(abs(spare), 'mass')} {'to spare' if spare >= 0 else 'too much'}"


def wanted(load: Load, listed: Sequence[Chassis], units: Units) -> str:
    """The ratings that a trailer nobody has looked at needs for a list, so that it can be bought or refused by them.

    The lightest class with the floor for it stands in for its own weight; the tongue is taken at 12 %.
    """
    roomy = [
        c.carrier
        for c in listed
        if isinstance(c.carrier, Trailer) and _floor(c.carrier) >= load.footprints * WALK and c.carrier.empty is not None
    ]
    if not roomy:
        return "No trailer class has the floor for this list."
    model = min(roomy, key=lambda c: bare(c).mass)
    own = bare(model).mass
    laden = own + load.most
    on_axles = laden * (1 - TONGUE)
    parts = [f"a gross rating of at least {units.show(laden, 'mass')}"]
    for count, word in ((1, "one axle"), (2, "two axles")):
        each = on_axles / count
        index = next((n for n, kg in enumerate(LOADS) if kg >= each / 2), None)
        tire = f"tires of load index {index}" if index is not None else f"tires of {units.show(each / 2, 'mass')}"
        parts.append(f"with {word}: {units.show(each, 'mass')} an axle and {tire}")
    parts.append(f"a coupler of {units.show(laden, 'mass')} and {units.show(ceil(laden * 0.15), 'mass')} tongue weight")
    return f"A trailer for this list needs {'; '.join(parts)} (reckoned with {units.show(own, 'mass')} of its own, like {model.name})."
