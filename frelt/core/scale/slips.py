"""Single explanations for readings that do not fit, each with its weight: what is more often than not a slip of the pen or of the setting-up.

A slip u that shifts the readings by s·u explains χ² - s²·u'S⁻¹u, with s = u'S⁻¹r / u'S⁻¹u; one that is definite (two figures exchanged, lb for
kg) leaves the χ² of what then stands there. Its weight goes with how often it happens and exp(-χ²/2), over the range that s could
have. `Nothing wrong` is always among them. Rates are guesses, from memory of shops; they matter little once a slip explains much.
"""

from collections.abc import Iterator, Sequence
from math import exp, pi, sqrt

import numpy as np
from msgspec import Struct
from msgspec.structs import replace

from ..base.arrays import Array
from ..base.text import uncapital
from ..base.units import LB, Units
from ..base.value import FreltError
from ..geometry.measures import bounds
from ..model.rig import Rig
from ..model.ticket import Mend, Reading, Weighing
from ..statics.readings import raised, stood_now
from .as_weighed import AsWeighed
from .told import Evidence, evidence

RATES = {
    "nothing": 0.4,
    "swapped": 0.03,
    "digit": 0.02,
    "unit": 0.02,
    "fill": 0.12,
    "hitched": 0.02,
    "plate": 0.04,
    "station": 0.04,
    "forgot": 0.26,
    "aboard": 0.05,
}
MOST = 250.0  # of what may have been forgotten [kg]
CHANCE = 3.84  # of a χ² with one degree, 19 in 20
SAME = 0.9999  # the cosine from which on two do the very same to the readings
HIGH = 0.05  # by which a plate may be too high [m]


class Slip(Struct, frozen=True):
    """kind: of `RATES`.  words: a whole sentence.  weight: of all explanations, a share.  chi2: that is left.

    mends: what sets it right, for who agrees; none where the readings stand and it is the rig that is otherwise.
    mass, at: of what was forgotten [kg, m].  shift: what it does to the readings [kg], (readings,).
    """

    kind: str
    words: str
    weight: float
    chi2: float
    mends: tuple[Mend, ...] = ()
    mass: float = 0.0
    at: tuple[float, float] | None = None
    shift: tuple[float, ...] = ()


def slips(rig: Rig, weighing: Weighing, units: Units) -> tuple[Slip, ...]:
    """Every explanation of one weighing, the likeliest first; all weights together are one. Empty where it cannot be compared."""
    found = evidence(rig, (weighing,))
    if not found.used or not len(found.r):
        return ()
    one = found.used[0]
    inverse = np.asarray(np.linalg.inv(found.s), dtype=np.float64)
    made = [
        Slip("nothing", "Nothing is wrong: the figures were that far off", RATES["nothing"] * exp(-found.chi2 / 2), found.chi2)
    ]
    made += _definite(rig, weighing, found, inverse, units)
    made += _sized(rig, one, found, inverse, units)
    total = sum(s.weight for s in made)
    if total <= 0:
        least = min(s.chi2 for s in made)
        made = [replace(s, weight=RATES[s.kind] * exp(-(s.chi2 - least) / 2)) for s in made]
        total = sum(s.weight for s in made)
    listed = sorted((replace(s, weight=s.weight / total) for s in made), key=lambda s: -s.weight)
    return tuple(sorted(_merged(listed), key=lambda s: -s.weight))


def _merged(listed: list[Slip]) -> list[Slip]:
    """Explanations of one kind that do the very same to the readings as one, in the words of the plainest."""
    made: list[Slip] = []
    for slip in listed:
        same = next((n for n, m in enumerate(made) if m.kind == slip.kind and slip.shift and _alike(m, slip) > SAME), None)
        if same is None or slip.kind not in ("forgot", "plate"):
            made.append(slip)
        else:
            first = made[same] if len(made[same].words) <= len(slip.words) else slip
            made[same] = replace(first, weight=made[same].weight + slip.weight)
    return made


def _alike(a: Slip, b: Slip) -> float:
    """The cosine of what two do to the readings."""
    one, other = np.array(a.shift), np.array(b.shift)
    size = float(np.linalg.norm(one) * np.linalg.norm(other))
    return abs(float(one @ other)) / size if size else 0.0


def told_once(listed: Sequence[Slip], most: int) -> tuple[Slip, ...]:
    """The likeliest explanations, of figures of one reading that it cannot tell apart only the first."""
    made: list[Slip] = []
    for slip in listed:
        near = (m for m in made if m.kind == slip.kind == "digit" and m.mends[0].readings == slip.mends[0].readings)
        if len(made) < most and all(apart(m, slip) for m in near):
            made.append(slip)
    return tuple(made)


def apart(a: Slip, b: Slip) -> bool:
    """Whether the readings tell two explanations apart: one leaves a χ² that is larger by more than chance makes it in 19 of 20."""
    return abs(a.chi2 - b.chi2) > CHANCE


# definite ones: something else stood there


Listed = tuple[str, str, Array, tuple[Mend, ...]]


def _definite(rig: Rig, weighing: Weighing, found: Evidence, inverse: Array, units: Units) -> Iterator[Slip]:
    listed = [*_of_readings(rig, weighing, found, units), *_of_the_rig(rig, weighing, found)]
    counts = {kind: sum(x[0] == kind for x in listed) for kind, *_ in listed}
    for kind, words, shift, mends in listed:
        left = found.r + shift
        chi2 = float(left @ inverse @ left)
        yield Slip(kind, words, RATES[kind] / counts[kind] * exp(-chi2 / 2), chi2, mends, shift=tuple(shift.tolist()))
    yield from _otherwise(rig, weighing, found, inverse)


def _of_readings(rig: Rig, weighing: Weighing, found: Evidence, units: Units) -> Iterator[Listed]:
    """Figures that were written down wrong."""
    one, readings = found.used[0], weighing.ticket.readings
    place = {k: i for i, k in enumerate(one.counted)}
    taken = one.read
    for k, i in place.items():
        for k2, i2 in place.items():
            if k < k2 and abs(taken[k] - taken[k2]) > 1e-6 and len(readings[k].stood) == len(readings[k2].stood):
                shift = np.zeros(len(place))
                shift[i], shift[i2] = taken[k2] - taken[k], taken[k] - taken[k2]
                a, b = stood_words(rig, readings[k]), uncapital(stood_words(rig, readings[k2]))
                yield (
                    "swapped",
                    f"{a} and {b} were written down the wrong way round",
                    shift,
                    (Mend(kind="swapped", readings=(k, k2)),),
                )
        for kind, words, value in _misread(rig, readings[k], float(taken[k]), units):
            shift = np.zeros(len(place))
            shift[i] = value - taken[k]
            yield kind, words, shift, (Mend(kind="read as", readings=(k,), value=round(value, 3)),)
    wrong = LB if all(readings[k].unit == "lb" for k in place) else 1 / LB
    was, should = ("pounds", "kilograms") if wrong == LB else ("kilograms", "pounds")
    if len(place) > 1:
        whole = np.array([taken[k] * (1 / wrong - 1) for k in place])
        mends = tuple(Mend(kind="read as", readings=(k,), value=round(float(taken[k] / wrong), 3)) for k in place)
        yield "unit", f"The whole ticket is in {should}, not in {was}", whole, mends


def _of_the_rig(rig: Rig, weighing: Weighing, found: Evidence) -> Iterator[Listed]:
    """Tanks that were full or empty, things that were aboard already."""
    one = found.used[0]
    number = {t.address: n for n, t in enumerate(one.table.tanks)}
    for address, item, tank in one.rig.tanks():
        n = number.get(address)
        for fill, words in ((tank.top, "full"), (min(tank.heel, tank.top), "empty")):
            if n is not None and not item.built_in and abs(fill - float(one.fills[n])) > 0.05:
                change = one.rows[list(one.counted)] @ one.table.tank_moments[n] * (fill - float(one.fills[n]))
                yield "fill", f"{item.name} was {words}", -change, (Mend(kind="fill", what=address, value=fill),)
    things = weighing.ticket.things or {}
    for item in rig.items:
        if item.id not in things and not item.built_in:
            mend = Mend(kind="aboard too", what=item.id, stood=stood_now(item))
            added = _with(rig, weighing, mend, found)
            if added is not None:
                yield "aboard", f"{item.name} was aboard already", -added, (mend,)


def _misread(rig: Rig, reading: Reading, taken: float, units: Units) -> Iterator[tuple[str, str, float]]:
    """Figures that may have stood there instead [kg]: two digits exchanged, one left out or too many, pounds for kilograms.

    What the scale cannot show, since it lies between two of its steps, did not stand there.
    """
    each = LB if reading.unit == "lb" else 1.0
    digits = "".join(c for c in reading.printed if c.isdigit()) or str(round(taken / each))
    name = stood_words(rig, reading)
    made: dict[str, str] = {}
    for k in range(len(digits) - 1):
        other = digits[:k] + digits[k + 1] + digits[k] + digits[k + 2 :]
        if other != digits and other[0] != "0":
            made[other] = "two of its digits are exchanged"
    for k in range(len(digits) + 1):
        for d in "0123456789":
            other = digits[:k] + d + digits[k:]
            if other[0] != "0":
                made.setdefault(other, "a digit was left out")
    for k in range(len(digits) if len(digits) > 1 else 0):
        other = digits[:k] + digits[k + 1 :]
        if other[0] != "0":
            made.setdefault(other, "a digit is too many")
    step = round(reading.resolution / each)
    steps = step > 1 and int(digits) % step == 0
    for other, words in made.items():
        if steps and int(other) % step:
            continue
        yield "digit", f"{name}: {words}, {digits} for {other}", float(other) * each
    value = float(digits) * (1.0 if reading.unit == "lb" else LB)
    yield (
        "unit",
        f"{name} is in {'kilograms' if reading.unit == 'lb' else 'pounds'}, not in {'pounds' if reading.unit == 'lb' else 'kilograms'}",
        value,
    )


def _otherwise(rig: Rig, weighing: Weighing, found: Evidence, inverse: Array) -> Iterator[Slip]:
    """The rig stood otherwise: hitched or not, or the tongue was read under the jack."""
    ticket, t = weighing.ticket, rig.trailer
    if t is None:
        return
    kind = "not hitched" if ticket.hitched else "hitched"
    trials: list[tuple[str, str, Weighing, tuple[Mend, ...]]] = []
    flip = Mend(kind=kind)  # type: ignore[arg-type]
    words = (
        "The trailer stood on its jack, not on the vehicle" if ticket.hitched else "The trailer was hitched, not on its jack"
    )
    trials.append(("hitched", words, replace(weighing, mends=(*weighing.mends, flip)), (flip,)))
    if t.jack_x is not None and abs(t.jack_x - t.coupler_x) > 0.05:
        moved = tuple(replace(r, at=t.jack_x) if "coupler" in r.stood and r.at is None else r for r in ticket.readings)
        if moved != ticket.readings:
            trials.append(
                (
                    "station",
                    "The tongue was read under the jack, not under the coupler",
                    replace(weighing, ticket=replace(ticket, readings=moved)),
                    (),
                )
            )
    for slip, said, other, mends in trials:
        again = evidence(rig, (other,))
        if len(again.r) == len(found.r):
            shift = again.r - found.r
            chi2 = float(again.r @ inverse @ again.r)
            yield Slip(slip, said, RATES[slip] * exp(-chi2 / 2), chi2, mends, shift=tuple(shift.tolist()))


def _with(rig: Rig, weighing: Weighing, mend: Mend, found: Evidence) -> Array | None:
    """What a mend adds to what is predicted of each reading [kg]."""
    try:
        again = evidence(rig, (replace(weighing, mends=(*weighing.mends, mend)),))
    except FreltError:
        return None
    if len(again.r) != len(found.r):
        return None
    change: Array = found.r - again.r
    return change if np.abs(change).max() > 1e-6 else None


# those that have a size


def _sized(rig: Rig, one: AsWeighed, found: Evidence, inverse: Array, units: Units) -> Iterator[Slip]:
    """Something was aboard that nobody told of; a plate stood too high."""
    trials: list[tuple[str, str, Array, float, tuple[float, float] | None]] = []
    rows = one.rows[list(one.counted)]
    for carrier in rig.carriers:
        at = one.columns.starts[carrier.id]
        u0, v0, u1, v1 = bounds(carrier.main_deck)
        x0, y0, _ = carrier.main_deck.origin
        for share, where in (
            (0.05, "at the front"),
            (0.35, "ahead of the middle"),
            (0.65, "behind the middle"),
            (0.95, "at the tail"),
        ):
            for side, beside in ((0.5, ""), (0.1, " on the left"), (0.9, " on the right")):
                x, y = x0 + u0 + share * (u1 - u0), y0 + v0 + side * (v1 - v0)
                u = rows[:, at] + rows[:, at + 1] * x + rows[:, at + 2] * y
                trials.append(
                    (
                        "forgot",
                        f"Something was aboard {where}{beside} of the {_called(rig, carrier.id)} that is not in the rig",
                        u,
                        MOST,
                        (x, y),
                    )
                )
    t = rig.trailer
    if t is not None and t.sharing == "independent":
        for axle in t.axles:
            if axle.rate is None:
                continue
            own = [i for i, k in enumerate(one.counted) if any(n.partition("/")[0] == axle.id for n in one.readings[k].stood)]
            if own and len(own) < len(one.counted) + 1:
                u = np.zeros(len(one.counted))
                u[own] = [raised(t, one.readings[one.counted[i]], 1.0) for i in own]
                trials.append(
                    ("plate", f"The plate under {axle.name.lower()} stood higher than the rest of the ground", u, HIGH, None)
                )
    counts = {k: sum(x[0] == k for x in trials) for k in ("forgot", "plate")}
    for kind, words, u, most, place in trials:
        weight_of = float(u @ inverse @ u)
        if weight_of < 1e-12:
            continue
        s = float(u @ inverse @ found.r) / weight_of
        chi2 = found.chi2 - s * s * weight_of
        if not 0 < s < most:
            continue
        weight = RATES[kind] / counts[kind] * exp(-chi2 / 2) / (most * sqrt(weight_of / (2 * pi)))
        size = f"about {units.show(s, 'mass')}" if kind == "forgot" else f"by about {units.show(s, 'length')}"
        yield Slip(kind, f"{words}, {size}", weight, chi2, (), s if kind == "forgot" else 0.0, place, tuple((-s * u).tolist()))


def _called(rig: Rig, carrier: str) -> str:
    return "trailer" if rig.trailer is not None and rig.trailer.id == carrier else "vehicle"


def stood_words(rig: Rig, reading: Reading) -> str:
    """What stood on a plate, in words."""
    axles = {a.id: a.name for c in rig.carriers for a in c.axles}
    words: list[str] = []
    for name in reading.stood:
        axle, _, side = name.partition("/")
        called = axles.get(axle, {"coupler": "The coupler", "jack": "The jack"}.get(axle, axle))
        words.append(f"{called} {side}".strip())
    whole = " and ".join(words) if len(words) < 3 else f"{', '.join(words[:-1])} and {words[-1]}"
    return whole[:1].upper() + whole[1:]
