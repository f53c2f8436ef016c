"""Which carrier can carry a list of equipment, before anything is placed; and what an unknown one needs."""

from collections.abc import Sequence
from math import ceil

from msgspec import Struct

from ..base.constants import PERSON
from ..base.figure import Figure, rated
from ..base.load_index import LOADS
from ..base.text import joined
from ..base.units import Units
from ..base.value import FreltError
from ..geometry.measures import bounds
from ..judge.plates import tire_rating
from ..masses.bare import bare
from ..model.carrier import Axle, Carrier, Trailer, Vehicle
from ..model.catalog_entry import Chassis

WALK = 1.5  # floor a list takes, of its bare footprints: room to walk and to serve; common practice, no source
TONGUE = 0.12  # share of a laden trailer on its ball, in the middle of the usual window


class Left(Struct, frozen=True):
    """What may still be added by one limit [kg]: from low to high where it depends on where it stands; None where unknown."""

    low: float | None
    high: float | None

    @property
    def known(self) -> bool:
        """Whether there is a rating to reckon with."""
        return self.low is not None


UNKNOWN = Left(None, None)


class Row(Struct, frozen=True):
    """One carrier of the table. typical: its ratings are only typical of the class.  why: what rules it out, in words.

    floor: needed and there [m²].  spare: by the least of what is known [kg].
    """

    chassis: Chassis
    placard: Left
    axles: Left
    tow: Left
    combination: Left
    floor: tuple[float, float]
    typical: bool
    why: tuple[str, ...]
    spare: float | None

    @property
    def fits(self) -> bool | None:
        """True or False, or None where a rating is missing."""
        if self.why:
            return False
        return None if self.spare is None else True


def table(
    listed: Sequence[Chassis],
    load: Figure,
    footprints: float,
    longest: float,
    crew: int,
    units: Units,
    towed_by: Vehicle | None = None,
) -> tuple[Row, ...]:
    """Every carrier against a list: those that can take it first, then the unknown, then those ruled out by least.

    load: of the list on the road [kg].  footprints: [m²].  longest: of its longest piece [m].
    towed_by: the vehicle that trailers are reckoned behind.
    """
    rows = [_row(c, load, footprints, longest, crew, units, towed_by) for c in listed]
    order = {True: 0, None: 1, False: 2}
    return tuple(sorted(rows, key=lambda r: (order[r.fits], -(r.spare or 0.0))))


def _row(
    chassis: Chassis, load: Figure, footprints: float, longest: float, crew: int, units: Units, towed_by: Vehicle | None
) -> Row:
    c = chassis.carrier
    placard, axles, tow, combination = UNKNOWN, UNKNOWN, UNKNOWN, UNKNOWN
    why: list[str] = []
    try:
        empty = bare(c).mass
    except FreltError as err:
        empty = None
        why.append(str(err))
    people = 0.0 if isinstance(c, Trailer) else crew * PERSON
    if empty is not None:
        placard = _placard(c, empty, people)
        axles = _axles(c, people)
        if isinstance(c, Trailer) and towed_by is not None:
            tow, combination = _towed(towed_by, empty, crew)
    words = {"gross rating or placard": placard, "axles and tires": axles, "tow rating": tow, "combination": combination}
    most = load.value + load.plus_minus
    for name, left in words.items():
        if left.high is not None and left.high < most:
            why.append(
                f"{name}: {units.show(max(most - left.high, 0.0), 'mass')} too much"
                if left.high > 0
                else f"{name}: nothing left"
            )
    there = _floor(c)
    if footprints * WALK > there:
        why.append("floor too small")
    if longest > max(u for u, _ in c.main_deck.outline) + 1e-6:
        why.append("too short for its longest piece")
    if isinstance(c, Vehicle) and c.seats and len(c.seats) < crew:
        why.append(f"{len(c.seats)} seats for {crew}")
    known = [left.low for left in words.values() if left.low is not None]
    unknown = not placard.known or not axles.known
    spare = None if unknown or not known else min(known) - most
    if spare is not None and spare < 0 and not why:
        why.append("only where it all stands just right: the least the axles may leave is too little")
    return Row(chassis, placard, axles, tow, combination, (footprints * WALK, there), _typical(c), tuple(why), spare)


def _placard(c: Carrier, empty: float, people: float) -> Left:
    gross = rated(c.ratings.gross)
    if isinstance(c, Trailer):
        return UNKNOWN if gross is None else Left(gross - empty, gross - empty)
    limits = [gross - empty - people] if gross is not None else []
    payload = rated(c.ratings.payload)
    if payload is not None:
        limits.append(payload - people)
    return Left(min(limits), min(limits)) if limits else UNKNOWN


def _axle_limit(axles: Sequence[Axle]) -> float | None:
    """What a group of axles may carry [kg]: the smaller of its plates and its tires; None where neither is known."""
    total = 0.0
    for a in axles:
        tire = tire_rating(a)
        limits = [x for x in (rated(a.rating), None if tire is None else tire * a.tires.each_end * 2) if x is not None]
        if not limits:
            return None
        total += min(limits)
    return total


def _axles(c: Carrier, people: float) -> Left:
    """What the axles still take with the load's centre at the deck's middle ± a sixth of its length."""
    u0, _, u1, _ = bounds(c.main_deck)
    middle, reach = (u0 + u1) / 2, (u1 - u0) / 6
    found = [_at(c, x, people) for x in (middle - reach, middle, middle + reach)]
    known = [f for f in found if f is not None]
    return Left(min(known), max(known)) if len(known) == 3 else UNKNOWN


def _at(c: Carrier, x: float, people: float) -> float | None:
    """The most load at one station that every group of axles still takes [kg]."""
    own = bare(c)
    if isinstance(c, Trailer):
        limit = _axle_limit(c.axles)
        share = (x - c.coupler_x) / (c.axle_x - c.coupler_x)
        carried = own.mass * (own.x - c.coupler_x) / (c.axle_x - c.coupler_x)
        return None if limit is None else (limit - carried) / share if share > 1e-6 else None
    seat = sum(s.x for s in c.seats) / len(c.seats) if c.seats else c.front.x + 1.2
    rear = (own.mass * (own.x - c.front.x) + people * (seat - c.front.x)) / c.wheelbase
    front = own.mass + people - rear
    share = (x - c.front.x) / c.wheelbase
    limits = _axle_limit((c.front,)), _axle_limit(c.rear)
    if limits[0] is None or limits[1] is None:
        return None
    rooms = [(limits[1] - rear) / share] if share > 1e-6 else []
    if 1 - share > 1e-6:
        rooms.append((limits[0] - front) / (1 - share))
    return min(rooms)


def _towed(vehicle: Vehicle, empty: float, crew: int) -> tuple[Left, Left]:
    tow, whole = rated(vehicle.ratings.tow), rated(vehicle.ratings.combination)
    by_tow = UNKNOWN if tow is None else Left(tow - empty, tow - empty)
    if whole is None:
        return by_tow, UNKNOWN
    try:
        left = whole - bare(vehicle).mass - crew * PERSON - empty
    except FreltError:
        return by_tow, UNKNOWN
    return by_tow, Left(left, left)


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


def wanted(load: Figure, footprints: float, listed: Sequence[Chassis], units: Units) -> str:
    """The ratings that a trailer nobody has looked at needs for a list, so that it can be bought or refused by them.

    The lightest class with the floor for it stands in for its own weight; the tongue is taken at 12 %.
    """
    roomy = [
        c
        for c in listed
        if isinstance(c.carrier, Trailer) and _floor(c.carrier) >= footprints * WALK and c.carrier.empty is not None
    ]
    if not roomy:
        return "No trailer class has the floor for this list."
    model = min(roomy, key=lambda c: bare(c.carrier).mass)
    own = bare(model.carrier).mass
    laden = own + load.value + load.plus_minus
    on_axles = laden * (1 - TONGUE)
    parts = [f"a gross rating of at least {units.show(laden, 'mass')}"]
    for count, word in ((1, "one axle"), (2, "two axles")):
        each = on_axles / count
        index = next((n for n, kg in enumerate(LOADS) if kg >= each / 2), None)
        tire = f"tires of load index {index}" if index is not None else f"tires of {units.show(each / 2, 'mass')}"
        parts.append(f"with {word}: {units.show(each, 'mass')} an axle and {tire}")
    parts.append(f"a coupler of {units.show(laden, 'mass')} and {units.show(ceil(laden * 0.15), 'mass')} tongue weight")
    return f"A trailer for this list needs {'; '.join(parts)} (reckoned with {units.show(own, 'mass')} of its own, like {model.name})."
