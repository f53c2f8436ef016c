"""What may still be added to a carrier, limit by limit, before anything stands on it: from the least to the most by where it stands.

A trailer takes its load about its deck's middle; what its tongue puts on the vehicle lies between the ends of the usual window.
"""

from collections.abc import Iterator, Sequence

from msgspec import Struct

from ..base.constants import PERSON
from ..base.figure import Rating, rated
from ..geometry.measures import bounds
from ..judge.plates import tire_rating
from ..masses.bare import bare
from ..model.carrier import Axle, Rolling, Trailer, Vehicle
from ..model.rules import RuleSet

STEEP = 0.8  # of a tow or combination rating that is counted on where roads are steep; common practice, no source


class Left(Struct, frozen=True):
    """What may still be added by one limit [kg]: from low to high where it depends on where it stands; None where unknown."""

    low: float | None
    high: float | None

    @property
    def known(self) -> bool:
        """Whether there is a rating to reckon with."""
        return self.low is not None


UNKNOWN = Left(None, None)


class Limited(Struct, frozen=True):
    """One limit of a carrier or of the vehicle before it. key: which.  needs: the rating that a load would need [kg], by `per`.

    own: what it carries already [kg].  per: of each kilogram of load, least and most; a load needs `own + per · load`.
    """

    key: str
    name: str
    left: Left
    own: float
    per: tuple[float, float]

    def needs(self, load: float) -> float:
        """The rating that holds a load wherever it stands [kg]."""
        return self.own + self.per[1] * load


def limits_of(carrier: Rolling, crew: int, towed_by: Vehicle | None, rules: RuleSet, steep: bool) -> Iterator[Limited]:
    """Every limit that a load on a carrier meets. Raises FreltError where the empty weights are missing."""
    own = bare(carrier)
    if isinstance(carrier, Vehicle):
        people = crew * PERSON
        yield _of("gross", "gross rating", carrier.ratings.gross, own.mass + people, (1.0, 1.0))
        yield _of("payload", "payload placard", carrier.ratings.payload, people, (1.0, 1.0))
        yield Limited("axles", "axles and tires", _axles(carrier, people), 0.0, (0.0, 0.0))
        return
    least, most = rules.tongue(carrier.coupler)
    r = carrier.ratings
    yield _of("gross", "gross rating", r.gross, own.mass, (1.0, 1.0))
    yield Limited("axles", "axles and tires", _axles(carrier, 0.0), 0.0, (0.0, 0.0))
    yield _of("coupler gross", "coupler, trailer weight", r.coupler_gross, own.mass, (1.0, 1.0))
    yield _of("coupler tongue", "coupler, tongue weight", r.coupler_tongue, most * own.mass, (least, most), least * own.mass)
    if towed_by is not None:
        yield from _behind(towed_by, carrier, own.mass, crew, (least, most), STEEP if steep else 1.0)


def _behind(v: Vehicle, t: Trailer, empty: float, crew: int, window: tuple[float, float], part: float) -> Iterator[Limited]:
    """The limits of the vehicle that tows: its hitch, its placard and rear axle under the tongue, tow rating and combination."""
    r, people, (least, most) = v.ratings, crew * PERSON, window
    own = bare(v)
    yield _of("tow", "tow rating", r.tow, empty, (1.0, 1.0), part=part)
    yield _of("combination", "combination", r.combination, empty + own.mass + people, (1.0, 1.0), part=part)
    hitch: list[tuple[str, str, Rating]] = [("ball", "ball, trailer weight", r.ball_gross)]
    tongue: list[tuple[str, str, Rating]] = [("ball tongue", "ball, tongue weight", r.ball_tongue)]
    if t.coupler == "ball":
        hitch.append(("receiver", "receiver, trailer weight", r.receiver_gross))
        tongue.append(("receiver tongue", "receiver, tongue weight", r.receiver_tongue))
    for key, name, rating in hitch:
        yield _of(key, name, rating, empty, (1.0, 1.0))
    for key, name, rating in tongue:
        yield _of(key, name, rating, most * empty, window, least * empty)
    yield _of(
        "vehicle payload",
        "vehicle's payload under the tongue",
        r.payload,
        people + most * empty,
        window,
        people + least * empty,
    )
    gross = own.mass + people
    yield _of("vehicle gross", "vehicle's gross under the tongue", r.gross, gross + most * empty, window, gross + least * empty)
    if v.ball_x is not None:
        seat = sum(s.x for s in v.seats) / len(v.seats) if v.seats else v.front.x + 1.2
        lever = (v.ball_x - v.front.x) / v.wheelbase
        rear = (own.mass * (own.x - v.front.x) + people * (seat - v.front.x)) / v.wheelbase
        limit = axle_limit(v.rear)
        worst, best = rear + lever * most * empty, rear + lever * least * empty
        left = UNKNOWN if limit is None else Left((limit - worst) / (lever * most), (limit - best) / (lever * least))
        yield Limited("rear axle", "vehicle's rear axle under the tongue", left, worst, (lever * least, lever * most))


def _of(
    key: str,
    name: str,
    rating: Rating,
    own: float,
    per: tuple[float, float],
    at_best: float | None = None,
    part: float = 1.0,
) -> Limited:
    """What a rating leaves: own carried already at the worst, at_best at the best; per: of each kilogram of load."""
    limit = rated(rating)
    if limit is None:
        return Limited(key, name, UNKNOWN, own, per)
    low, high = (part * limit - own) / per[1], (part * limit - (own if at_best is None else at_best)) / per[0]
    return Limited(key, name, Left(low, high), own, per)


def axle_limit(axles: Sequence[Axle]) -> float | None:
    """What a group of axles may carry [kg]: the smaller of its plates and its tires; None where neither is known."""
    total = 0.0
    for a in axles:
        tire = tire_rating(a)
        limits = [x for x in (rated(a.rating), None if tire is None else tire * a.tires.each_end * 2) if x is not None]
        if not limits:
            return None
        total += min(limits)
    return total


def _axles(c: Rolling, people: float) -> Left:
    """What the axles still take with the load's centre at the deck's middle ± a sixth of its length."""
    u0, _, u1, _ = bounds(c.main_deck)
    middle, reach = (u0 + u1) / 2, (u1 - u0) / 6
    found = [_at(c, x, people) for x in (middle - reach, middle, middle + reach)]
    known = [f for f in found if f is not None]
    return Left(min(known), max(known)) if len(known) == 3 else UNKNOWN


def _at(c: Rolling, x: float, people: float) -> float | None:
    """The most load at one station that every group of axles still takes [kg]."""
    own = bare(c)
    if isinstance(c, Trailer):
        limit = axle_limit(c.axles)
        share = (x - c.coupler_x) / (c.axle_x - c.coupler_x)
        carried = own.mass * (own.x - c.coupler_x) / (c.axle_x - c.coupler_x)
        return None if limit is None else (limit - carried) / share if share > 1e-6 else None
    seat = sum(s.x for s in c.seats) / len(c.seats) if c.seats else c.front.x + 1.2
    rear = (own.mass * (own.x - c.front.x) + people * (seat - c.front.x)) / c.wheelbase
    front = own.mass + people - rear
    share = (x - c.front.x) / c.wheelbase
    limits = axle_limit((c.front,)), axle_limit(c.rear)
    if limits[0] is None or limits[1] is None:
        return None
    rooms = [(limits[1] - rear) / share] if share > 1e-6 else []
    if 1 - share > 1e-6:
        rooms.append((limits[0] - front) / (1 - share))
    return min(rooms)
