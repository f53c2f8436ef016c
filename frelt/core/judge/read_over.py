"""What a ticket itself reads over a plate: a measured excess needs no model, and no switch."""

from collections.abc import Iterator, Mapping
from math import hypot

from msgspec import Struct

from ..base.figure import Figure, Rating, rated
from ..liquid.vessels import vessels_of
from ..model.carrier import Carrier, Trailer
from ..model.rig import Rig
from ..model.ticket import Ticket, Weighing
from ..statics.readings import raised, stood_now, taken_readings
from .plates import tire_rating

SAME = 2e-3  # of a place [m]; less is no move
SAME_FILL = 0.01  # of a tank's share


class Plate(Struct, frozen=True):
    """A plate that bears what stands on some supports. id: of its limit.  what: in a sentence, `on a 3,500 lb …`; empty for a whole carrier.

    rating: [kg].  plus_minus: of it.  at_coupler: whether it is about the tongue, which is read at its station.
    """

    id: str
    subject: str
    what: str
    supports: frozenset[str]
    rating: float
    plus_minus: float
    at_coupler: bool = False


class ReadOver(Struct, frozen=True):
    """A ticket's reading, or the sum of some, above a plate. weight, plus_minus: [kg].

    since: whether things, or how full it travels, have been changed since, so that it is no longer sure.
    """

    ticket: Ticket
    plate: Plate
    weight: float
    plus_minus: float
    since: bool


def read_over(rig: Rig) -> Iterator[ReadOver]:
    """What the tickets that count read over the plates that are read, ticket by ticket."""
    listed = [p for c in rig.carriers for p in _plates(rig, c)]
    for weighing in rig.weighings:
        if not weighing.counts or not listed:
            continue
        since = _changed(rig, weighing.ticket)
        for plate in listed:
            weight, unsure = _weight(rig, weighing, plate)
            if weight > plate.rating:
                yield ReadOver(weighing.ticket, plate, weight, hypot(unsure, plate.plus_minus), since)


def _plates(rig: Rig, carrier: Carrier) -> Iterator[Plate]:
    """Every plate of a carrier that is read and whose load a scale can read."""
    ends = {a.id: frozenset((f"{a.id}/left", f"{a.id}/right")) for a in carrier.axles}
    whole = frozenset().union(*ends.values())
    towed = isinstance(carrier, Trailer)
    of = "Trailer " if towed and rig.vehicle is not None else ""
    for axle in carrier.axles:
        name = f"{of}{axle.name.lower()}" if of else axle.name
        if (most := rated(axle.rating)) is not None:
            yield Plate(f"axle:{axle.id}", name, "axle", ends[axle.id], most, _pm(axle.rating))
        each, count = tire_rating(axle), axle.tires.each_end
        for side in ("left", "right") if each is not None else ():
            assert each is not None
            words = "tire" if count == 1 else "pair of tires"
            yield Plate(f"tire:{axle.id}/{side}", f"{name} {side}", words, frozenset((f"{axle.id}/{side}",)), each * count, 0.0)
    gross = rated(carrier.ratings.gross)
    if gross is not None:
        subject = "The trailer" if towed else "The vehicle"
        standing = whole | {"coupler", "jack"} if towed else whole
        yield Plate("gross" if towed else "vehicle:gross", subject, "", standing, gross, _pm(carrier.ratings.gross))
    yield from _of_the_tongue(rig, carrier)


def _of_the_tongue(rig: Rig, carrier: Carrier) -> Iterator[Plate]:
    r = rig.trailer.ratings if rig.trailer is not None and carrier is rig.trailer else None
    pairs: list[tuple[str, str, Rating]] = [("coupler:tongue", "coupler", r.coupler_tongue)] if r is not None else []
    if rig.trailer is not None and rig.vehicle is not None and carrier is rig.vehicle:
        v, bars = rig.vehicle.ratings, "_bars" if rig.bars is not None else ""
        receiver: Rating = getattr(v, f"receiver_tongue{bars}") if rig.trailer.coupler == "ball" else None
        pairs += [("ball:tongue", "ball", v.ball_tongue), ("receiver:tongue", "receiver", receiver)]
    for plate_id, what, rating in pairs:
        most = rated(rating)
        if most is not None:
            yield Plate(plate_id, "The tongue", what, frozenset(("coupler",)), most, _pm(rating), True)


def _pm(rating: Rating) -> float:
    return rating.plus_minus if isinstance(rating, Figure) else 0.0


def _weight(rig: Rig, weighing: Weighing, plate: Plate) -> tuple[float, float]:
    """What stood on the supports of a plate by the readings of a ticket, each support once, and its ± [kg]. It is at least so much:
    supports that were not read carry something too.
    """
    ticket, taken = weighing.ticket, taken_readings(weighing.ticket, weighing.mends)
    aside = {n for m in weighing.mends if m.kind == "set aside" for n in m.readings}
    whole = {a.id for c in rig.carriers for a in c.axles}
    total = squares = 0.0
    left = set(plate.supports)
    stood = [
        frozenset(e for s in r.stood for e in ((f"{s}/left", f"{s}/right") if s in whole else (s,))) for r in ticket.readings
    ]
    for n in sorted(range(len(stood)), key=lambda n: (-len(stood[n]), n)):
        if n in aside or not stood[n] <= left:
            continue
        left -= stood[n]
        reading = ticket.readings[n]
        value = float(taken[n]) - raised(rig.trailer, reading, reading.height)
        if plate.at_coupler and reading.at is not None and rig.trailer is not None:
            value *= (rig.trailer.axle_x - reading.at) / (rig.trailer.axle_x - rig.trailer.coupler_x)
        total += value
        squares += (reading.resolution / 2) ** 2 + reading.own**2
    return total, hypot(squares**0.5, ticket.gain * total)


def _changed(rig: Rig, ticket: Ticket) -> bool:
    """Whether something that was aboard has been moved or taken off since, or no state of the rig is filled so any more."""
    now = {i.id: i for i in rig.items}
    for name, was in (ticket.things or {}).items():
        item = now.get(name)
        if item is None:
            return True
        here = stood_now(item)
        if (here.deck, here.turns, here.face) != (was.deck, was.turns, was.face):
            return True
        if max(abs(here.u - was.u), abs(here.v - was.v), abs(here.off - was.off)) > SAME:
            return True
    return bool(ticket.things) and bool(rig.states) and not _still_filled_so(rig, ticket.fills)


def _still_filled_so(rig: Rig, fills: Mapping[str, float]) -> bool:
    """Whether some state allows the fills a ticket was weighed at."""
    vessels = vessels_of(rig)
    for state in rig.states:
        own = vessels.own(state)
        spans = [(f, own[a]) for a, f in fills.items() if a in own]
        if all(s.low - SAME_FILL <= f <= s.high + SAME_FILL for f, s in spans):
            return True
    return False
