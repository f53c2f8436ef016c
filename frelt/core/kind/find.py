"""Finding catalog entries by words and by figures as people type them: `330 gal`, `8 gpm tank`, `18 in reel`, `toolbox 30`.

Where nothing has such a figure, the nearest below and above it are offered.
"""

import re
from collections.abc import Iterable, Sequence
from typing import Generic, TypeVar

from msgspec import Struct

from ..base.figure import Figure
from ..base.units import CFM, FOOT, GALLON, HORSEPOWER, INCH, KBTU_H, LB, LITRE, PSI, Quantity, Units
from ..model.carrier import Carrier, Vehicle, kind_of_carrier
from ..model.catalog_entry import Chassis, Entry
from .catalog import spoken
from .named import named
from .registry import find as kind_of_id

T = TypeVar("T")
CLOSE = 0.01  # of a figure: what is sold as 55 gal is 210 L to others
CLOSE_LENGTH = 0.02  # what is sold as 18 in is 450 mm to others
TYPED: dict[str, tuple[tuple[Quantity, float], ...]] = {
    "gal": (("volume", GALLON),),
    "gallon": (("volume", GALLON),),
    "gallons": (("volume", GALLON),),
    "l": (("volume", LITRE),),
    "liter": (("volume", LITRE),),
    "liters": (("volume", LITRE),),
    "litre": (("volume", LITRE),),
    "litres": (("volume", LITRE),),
    "m3": (("volume", 1.0),),
    "gpm": (("flow", GALLON / 60),),
    "gal/min": (("flow", GALLON / 60),),
    "l/min": (("flow", LITRE / 60),),
    "lpm": (("flow", LITRE / 60),),
    "psi": (("pressure", PSI),),
    "bar": (("pressure", 1e5),),
    "in": (("length", INCH),),
    '"': (("length", INCH),),
    "inch": (("length", INCH),),
    "mm": (("length", 0.001),),
    "cm": (("length", 0.01),),
    "m": (("distance", 1.0), ("length", 1.0)),
    "ft": (("distance", FOOT), ("length", FOOT)),
    "'": (("distance", FOOT), ("length", FOOT)),
    "lb": (("mass", LB),),
    "lbs": (("mass", LB),),
    "kg": (("mass", 1.0),),
    "hp": (("power", HORSEPOWER),),
    "kw": (("power", 1000.0), ("heat", 1000.0)),
    "w": (("power", 1.0),),
    "cfm": (("air", CFM),),
    "kbtu": (("heat", KBTU_H),),
    "kbtu/h": (("heat", KBTU_H),),
}
BARE: tuple[Quantity, ...] = (
    "volume",
    "flow",
    "distance",
    "length",
    "pressure",
    "power",
    "air",
)  # without a unit, in this order
_NUMBER = r"\d{1,3}(?:,\d{3})+(?:\.\d+)?|\d+[.,]\d+|\d+"
_FIGURE = rf"(?<![\w/.])(?P<number>{_NUMBER})\s*(?P<unit>[a-z]+(?:/[a-z]+)?3?|[\"'])?(?![\w/])"


class Listed(Struct, Generic[T], frozen=True):
    """A catalog entry or a chassis made ready for finding. figures: SI, each with its quantity, what it is chiefly known by first."""

    entry: T
    name: tuple[str, ...]
    words: tuple[str, ...]
    figures: tuple[tuple[Quantity, float], ...]


class Asked(Struct, frozen=True):
    """A figure typed: what it may mean, SI. typed: as it stands there."""

    meant: tuple[tuple[Quantity, float], ...]
    typed: str


class Found(Struct, Generic[T], frozen=True):
    """What fits, or where nothing has the figure asked for (near), what comes nearest to it from below and above."""

    entries: tuple[T, ...]
    near: str = ""


def listed(entries: Iterable[Entry], units: Units) -> tuple[Listed[Entry], ...]:
    """Entries ready to be found by the names that a person of these units sees, and by those they are sold under."""
    return tuple(_listed(e, units) for e in entries)


def _listed(entry: Entry, units: Units) -> Listed[Entry]:
    kind = kind_of_id(entry.item.kind)
    more = f"{kind.title} {kind.words}" if kind is not None else ""
    name = (*spoken(entry.item.name), *spoken(named(entry.item.name, units)))
    return Listed(entry, name, (*name, *spoken(f"{more} {entry.words}")), _figures(entry))


def listed_chassis(chassis: Iterable[Chassis], units: Units) -> tuple[Listed[Chassis], ...]:
    """Chassis ready to be found by name, kind, deck length and gross weight."""
    made = []
    for one in chassis:
        carrier = one.carrier
        kind = carrier.body_kind if isinstance(carrier, Vehicle) else kind_of_carrier(carrier)
        name = (*spoken(one.name), *spoken(named(one.name, units)))
        along = [u for u, _ in carrier.main_deck.outline]
        long, gross = max(along) - min(along), gross_of(carrier)
        figures: list[tuple[Quantity, float]] = [("distance", long), ("length", long)]
        figures += [("mass", gross)] if gross is not None else []
        made.append(Listed(one, name, (*name, *spoken(f"{kind} {one.words}")), tuple(figures)))
    return tuple(made)


def gross_of(carrier: Carrier) -> float | None:
    """The gross weight rating of a chassis, read or typical [kg]; None where neither is known."""
    read = carrier.ratings.gross
    if isinstance(read, Figure):
        return read.value
    return next((t.rating for t in carrier.typical if t.field == "ratings.gross"), None)


def _figures(entry: Entry) -> tuple[tuple[Quantity, float], ...]:
    item, kind = entry.item, kind_of_id(entry.item.kind)
    found: list[tuple[Quantity, float]] = [("volume", t.capacity.value) for t in item.tanks]
    if kind is not None:
        known = kind.given(item.fields, item.options)
        found += [(p.quantity, known[p.id]) for p in kind.params if p.when is None or p.when(known)]
    found += [("length", one.value) for one in (item.length, item.width, item.height)]
    return (*found, ("mass", item.mass.value))


def asked(text: str, units: Units) -> tuple[tuple[str, ...], tuple[Asked, ...]]:
    """What was typed as words and figures; a bare number is in the person's units, in whichever it may be meant."""
    figures: list[Asked] = []

    def take(found: re.Match[str]) -> str:
        number, unit = float(_plain(found["number"])), (found["unit"] or "").lower()
        if unit and unit not in TYPED:
            return found[0]
        meant = tuple((q, number * f) for q, f in TYPED[unit]) if unit else tuple((q, number * units.factor(q)) for q in BARE)
        figures.append(Asked(meant, found[0].strip()))
        return " "

    rest = re.sub(_FIGURE, take, text.lower())
    return tuple(spoken(rest)), tuple(figures)


def _plain(number: str) -> str:
    if re.fullmatch(r"\d{1,3}(?:,\d{3})+(?:\.\d+)?", number):
        return number.replace(",", "")
    return number.replace(",", ".")


def find(entries: Sequence[Listed[T]], text: str, units: Units) -> Found[T]:
    """The entries that fit what was typed, those that are named so first; else those whose figures come nearest."""
    whole = spoken(re.sub(r"(?<=\d)(?=[^\W\d_])", " ", text))  # `12v` is sold as 12 V
    said = [e for e in entries if _begins(whole, e.words)]
    words, figures = asked(text, units)
    of_words = [e for e in entries if _begins(words, e.words)]
    have = [e for e in of_words if all(_has(e, one) for one in figures)] if figures else []
    hits = {id(e): e for e in (*(e for e in said if _begins(whole, e.name)), *have, *said)}
    fitting = tuple(e.entry for e in hits.values())
    if len(figures) != 1 or (hits and not _open(words, figures[0], of_words)):
        return Found(fitting)
    for quantity, value in figures[0].meant:
        around = _around(of_words, quantity, value)
        if around:
            near = tuple(e.entry for e in around if id(e) not in hits)
            return Found((*near, *fitting), _told(figures[0].typed, around, quantity, units))
    return Found(fitting)


def _open(words: Sequence[str], figure: Asked, entries: Sequence[Listed[T]]) -> bool:
    """Whether only a number was typed, and no tank holds as much: then what was meant is open, whatever else has that number."""
    alone = not words and len(figure.meant) == len(BARE)
    return alone and not any(_has(e, Asked(figure.meant[:1], "")) for e in entries)


def _begins(wanted: Sequence[str], have: Sequence[str]) -> bool:
    return all(any(h.startswith(w) for h in have) for w in wanted)


def _has(entry: Listed[T], one: Asked) -> bool:
    return any(
        q == quantity and abs(v - value) <= (CLOSE_LENGTH if q == "length" else CLOSE) * value
        for quantity, value in one.meant
        for q, v in entry.figures
    )


def _chief(entry: Listed[T], quantity: Quantity) -> float | None:
    """The figure of a quantity that an entry is chiefly known by."""
    return next((v for q, v in entry.figures if q == quantity), None)


def _around(entries: Sequence[Listed[T]], quantity: Quantity, value: float) -> list[Listed[T]]:
    """What lies next below and next above, all that are alike."""
    have = [(v, e) for e in entries if (v := _chief(e, quantity)) is not None and v > 0]
    below, above = max((v for v, _ in have if v < value), default=None), min((v for v, _ in have if v > value), default=None)
    return [e for next_ in (below, above) if next_ is not None for v, e in have if abs(v - next_) <= CLOSE * next_]


def _told(typed: str, around: Sequence[Listed[T]], quantity: Quantity, units: Units) -> str:
    values = sorted({v for e in around if (v := _chief(e, quantity)) is not None})
    more = 1 if units.name(quantity) == "m" else 0
    shown = list(dict.fromkeys(units.show(v, quantity, more=more) for v in (values[0], values[-1])))
    return f"None of {typed}: the nearest have {' and '.join(shown)}"
