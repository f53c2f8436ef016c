"""Entries of a chassis that are possible but unlikely: worth another look at the tape or the plate.

They never block anything; each says what is odd and what would be usual.
"""

from collections.abc import Iterator

from msgspec import Struct

from ..base.figure import rated
from ..base.text import capital
from ..base.units import Units
from ..base.value import FreltError
from ..geometry.measures import bounds
from ..judge.plates import tire_rating
from ..masses.bare import bare, on_axles
from ..model.carrier import Carrier, Rolling, Stand, Trailer, Vehicle


class Question(Struct, frozen=True):
    """field: as a limit names it, or the measure's name.  words: one sentence."""

    field: str
    words: str


def questions(carrier: Carrier, units: Units) -> tuple[Question, ...]:
    """What to look at again on a carrier, in the reader's units."""
    if isinstance(carrier, Stand):
        return ()
    own = _trailer(carrier, units) if isinstance(carrier, Trailer) else _vehicle(carrier, units)
    return (*_measures(carrier, units), *_plates(carrier, units), *own, *_weights(carrier, units))


def _measures(c: Rolling, units: Units) -> Iterator[Question]:
    u0, v0, u1, v1 = bounds(c.main_deck)
    width = v1 - v0
    rear = c.axles if isinstance(c, Trailer) else c.rear
    for n, axle in enumerate(c.axles):
        if axle in rear and axle.x > u1:
            yield Question(
                f"axles[{n}].x", f"{axle.name} stands behind the deck: stations are taped from the deck's front edge."
            )
        elif axle in rear and axle.x < u0:
            yield Question(f"axles[{n}].x", f"{axle.name} stands ahead of the deck.")
        if axle.track < width * 0.7 or axle.track > 2.6:
            track = units.show(axle.track, "length")
            yield Question(
                f"axles[{n}].track", f"A track of {track} is unusual under a deck {units.show(width, 'length')} wide."
            )
    if width > 2.59:
        yield Question("width", "Wider than 102 in (8 ft 6 in), the common limit on roads: check with your local authority.")
    for door in c.body.doors:
        if door.side in ("left", "right") and not u0 - 0.01 <= door.start < door.end <= u1 + 0.01:
            yield Question(f"door:{door.id}", f"{door.name} does not lie within the deck's length: taped from its front edge?")
    for well in c.body.wells:
        middles = [abs((well.start + well.end) / 2 - a.x) for a in rear]
        if middles and min(middles) > 0.6:
            yield Question(f"well:{well.id}", f"The {well.side} wheel well stands far from every axle.")


def _trailer(t: Trailer, units: Units) -> Iterator[Question]:
    u0, _, u1, _ = bounds(t.main_deck)
    length = u1 - u0
    if length > 0 and not 0.45 <= t.axle_x / length <= 0.75:
        share = units.show(t.axle_x / length, "share")
        yield Question("axles", f"The axles stand {share} of the deck's length behind its front edge; 50 to 70 % is usual.")
    if t.coupler == "ball" and -t.coupler_x < 0.5:
        yield Question(
            "coupler", "The coupler stands very near the deck: measured from the coupler's ball to the deck's front edge?"
        )
    gross, r = rated(t.ratings.gross), t.ratings
    tongue, coupler = rated(r.coupler_tongue), rated(r.coupler_gross)
    if gross is not None and coupler is not None and coupler < gross:
        yield Question("ratings.coupler_gross", f"The coupler's {units.show(coupler, 'mass')} is less than the gross rating.")
    if gross is not None and tongue is not None and t.coupler == "ball" and tongue < gross * 0.10:
        words = f"The coupler's tongue limit of {units.show(tongue, 'mass')} is below 10 % of the gross rating."
        yield Question("ratings.coupler_tongue", words)
    chains = rated(r.safety_chain)
    if gross is not None and chains is not None and chains < gross:
        yield Question("ratings.safety_chain", "The safety chains are rated below the trailer's gross rating (49 CFR 393.70).")
    if t.stands_x is not None and t.stands_x <= t.axle_x:
        yield Question("stands", "The rear stands do not stand behind the axles, so they hold nothing.")


def _vehicle(v: Vehicle, units: Units) -> Iterator[Question]:
    _, _, u1, _ = bounds(v.main_deck)
    if not 2.0 <= v.wheelbase <= 6.5:
        yield Question(
            "wheelbase", f"A wheelbase of {units.show(v.wheelbase, 'length')} is unusual: 80 to 250 in is what there is."
        )
    if v.ball_x is not None and v.rear_x + 0.3 < v.ball_x < u1 - 0.2:
        yield Question(
            "ball station", "The ball stands under the deck behind the rear axle: taped from the rear axle's middle?"
        )
    if v.ball_x is not None and v.ball_x - v.rear_x > 2.5:
        yield Question(
            "ball station", f"The ball stands {units.show(v.ball_x - v.rear_x, 'length')} behind the rear axle: so far?"
        )
    gross, payload = rated(v.ratings.gross), rated(v.ratings.payload)
    if v.empty is None or gross is None:
        return
    curb = v.empty.front.value + v.empty.rear.value
    if payload is not None and abs(curb + payload - gross) > 0.12 * gross:
        words = f"Empty weight and payload come to {units.show(curb + payload, 'mass')}, the gross rating is {units.show(gross, 'mass')}."
        yield Question("ratings.payload", f"{words} Placard of this very vehicle?")
    tow, whole = rated(v.ratings.tow), rated(v.ratings.combination)
    if tow is not None and whole is not None and not curb <= whole - tow <= gross * 1.1:
        yield Question("ratings.combination", "Combination less tow rating should lie between the empty and the gross weight.")


def _plates(c: Carrier, units: Units) -> Iterator[Question]:
    gross = rated(c.ratings.gross)
    axles = [rated(a.rating) for a in c.axles]
    together = sum(a for a in axles if a is not None) if None not in axles else None
    least = 0.85 if isinstance(c, Trailer) else 1.0
    if gross is not None and together is not None and together < gross * least:
        share = "less than 85 % of" if isinstance(c, Trailer) else "less than"
        words = f"The axles carry {units.show(together, 'mass')} together, {share} the gross rating: axle plates right?"
        yield Question("ratings.gross", words)
    for n, axle in enumerate(c.axles):
        limit, tires = rated(axle.rating), tire_rating(axle)
        if limit is not None and tires is not None and tires * axle.tires.each_end * 2 < limit:
            both = units.show(tires * axle.tires.each_end * 2, "mass")
            words = f"The tires of {axle.name.lower()} carry {both} together, less than its {units.show(limit, 'mass')} (49 CFR 571.120)."
            yield Question(f"axles[{n}].tires.rating", words)
        wheel = rated(axle.tires.wheel)
        if wheel is not None and tires is not None and wheel < tires:
            words = f"The wheels of {axle.name.lower()} are rated {units.show(wheel, 'mass')}, less than their tires."
            yield Question(f"axles[{n}].tires.wheel", words)


def _weights(c: Carrier, units: Units) -> Iterator[Question]:
    if c.empty is None:
        return
    try:
        empty = bare(c)
    except FreltError as err:
        yield Question("empty", f"{capital(str(err))}.")
        return
    if isinstance(c, Trailer) and c.empty is not None:
        read = on_axles(c.empty)
        on_wheels = read.value if read is not None else 0.0
        share = c.empty.tongue.value / max(c.empty.tongue.value + on_wheels, 1e-9)
        if not 0.04 <= share <= 0.35:
            yield Question(
                "tongue",
                f"An empty tongue of {units.show(share, 'share')} is unusual: read at the coupler, or under the jack?",
            )
    else:
        assert isinstance(c, Vehicle) and c.empty is not None
        on_wheels = c.empty.front.value + c.empty.rear.value
        share = c.empty.front.value / max(on_wheels, 1e-9)
        if not 0.35 <= share <= 0.75:
            yield Question(
                "front", f"{units.show(share, 'share')} on the front axle when empty is unusual: front and rear exchanged?"
            )
    gross = rated(c.ratings.gross)
    if gross is not None and empty.mass > gross * 0.8:
        yield Question(
            "empty",
            f"Empty it takes {units.show(empty.mass / gross, 'share')} of its gross rating: weighed with something aboard?",
        )
    sides = [f.value for f in (c.empty.left, c.empty.right) if f is not None]
    if len(sides) == 2 and abs(sum(sides) - on_wheels) > 0.05 * on_wheels:
        yield Question("left", "Left and right wheels do not add up to the weight on the axles.")
