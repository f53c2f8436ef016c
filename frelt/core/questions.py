"""Entries of a chassis that are possible but unlikely: worth another look at the tape or the plate.

They never block anything; each says what is odd and what would be usual.
"""

from collections.abc import Iterator

from msgspec import Struct

from .carrier import Axle, Trailer
from .empty import bare
from .figure import rated
from .load_index import load_of
from .units import Units
from .value import FreltError
from .words import capital


class Question(Struct, frozen=True):
    """field: as a limit names it, or the measure's name.  words: one sentence."""

    field: str
    words: str


def questions(trailer: Trailer, units: Units) -> tuple[Question, ...]:
    """What to look at again on a trailer, in the reader's units."""
    return (*_measures(trailer, units), *_plates(trailer, units), *_weights(trailer, units))


def _measures(t: Trailer, units: Units) -> Iterator[Question]:
    us = [u for u, _ in t.main_deck.outline]
    vs = [v for _, v in t.main_deck.outline]
    length, width = max(us) - min(us), max(vs) - min(vs)
    for n, axle in enumerate(t.axles):
        if axle.x > max(us):
            yield Question(
                f"axles[{n}].x", f"{axle.name} stands behind the deck: stations are taped from the deck's front edge."
            )
        elif axle.x < min(us):
            yield Question(f"axles[{n}].x", f"{axle.name} stands ahead of the deck.")
        if axle.track < width * 0.7 or axle.track > 2.6:
            track = units.show(axle.track, "length")
            yield Question(
                f"axles[{n}].track", f"A track of {track} is unusual under a deck {units.show(width, 'length')} wide."
            )
    if length > 0 and not 0.45 <= t.axle_x / length <= 0.75:
        share = units.show(t.axle_x / length, "share")
        yield Question("axles", f"The axles stand {share} of the deck's length behind its front edge; 50 to 70 % is usual.")
    if width > 2.59:
        yield Question("width", "Wider than 102 in (8 ft 6 in), the common limit on roads: check with your local authority.")
    if t.coupler == "ball" and -t.coupler_x < 0.5:
        yield Question(
            "coupler", "The coupler stands very near the deck: measured from the coupler's ball to the deck's front edge?"
        )


def _plates(t: Trailer, units: Units) -> Iterator[Question]:
    gross, r = rated(t.ratings.gross), t.ratings
    axles = [rated(a.rating) for a in t.axles]
    together = sum(a for a in axles if a is not None) if None not in axles else None
    if gross is not None and together is not None and together < gross * 0.85:
        words = (
            f"The axles carry {units.show(together, 'mass')} together, less than 85 % of the gross rating: axle plates right?"
        )
        yield Question("ratings.gross", words)
    tongue, coupler = rated(r.coupler_tongue), rated(r.coupler_gross)
    if gross is not None and coupler is not None and coupler < gross:
        yield Question("ratings.coupler_gross", f"The coupler's {units.show(coupler, 'mass')} is less than the gross rating.")
    if gross is not None and tongue is not None and t.coupler == "ball" and tongue < gross * 0.10:
        words = f"The coupler's tongue limit of {units.show(tongue, 'mass')} is below 10 % of the gross rating."
        yield Question("ratings.coupler_tongue", words)
    for n, axle in enumerate(t.axles):
        limit, tires = rated(axle.rating), tire_rating(axle)
        if limit is not None and tires is not None and tires * axle.tires.each_end * 2 < limit:
            both = units.show(tires * axle.tires.each_end * 2, "mass")
            words = f"The tires of {axle.name.lower()} carry {both} together, less than its {units.show(limit, 'mass')} (49 CFR 571.120)."
            yield Question(f"axles[{n}].tires.rating", words)


def _weights(t: Trailer, units: Units) -> Iterator[Question]:
    if t.empty is None:
        return
    try:
        empty = bare(t)
    except FreltError as err:
        yield Question("empty", f"{capital(str(err))}.")
        return
    share = t.empty.tongue.value / max(t.empty.tongue.value + t.empty.axles.value, 1e-9)
    if not 0.04 <= share <= 0.35:
        yield Question(
            "tongue", f"An empty tongue of {units.show(share, 'share')} is unusual: read at the coupler, or under the jack?"
        )
    gross = rated(t.ratings.gross)
    if gross is not None and empty.mass > gross * 0.8:
        yield Question(
            "empty",
            f"Empty it takes {units.show(empty.mass / gross, 'share')} of its gross rating: weighed with something aboard?",
        )
    sides = [f.value for f in (t.empty.left, t.empty.right) if f is not None]
    if len(sides) == 2 and abs(sum(sides) - t.empty.axles.value) > 0.05 * t.empty.axles.value:
        yield Question("left", "Left and right wheels do not add up to the weight on the axles.")


def tire_rating(axle: Axle) -> float | None:
    """What one tire of an axle carries [kg]: its molded load, else that of its load index."""
    molded = rated(axle.tires.rating)
    if molded is None and axle.tires.rating is None and axle.tires.load_index is not None:
        return load_of(axle.tires.load_index)
    return molded
