"""What is taped, weighed and read off the plates of a trailer."""

from functools import partial

from msgspec.structs import replace
from PyQt6.QtWidgets import QWidget

from ....core.base.units import Quantity
from ....core.base.value import FreltError
from ....core.edit.carriers import with_axle
from ....core.edit.springs import sag, with_sag
from ....core.edit.weights import with_each_axle, with_tongue
from ....core.geometry.measures import (
    alike,
    deck_length,
    deck_width,
    with_axle_count,
    with_deck_height,
    with_deck_length,
    with_deck_width,
    with_duals,
    with_surface,
    with_track,
)
from ....core.model.carrier import Carrier, Trailer
from ....core.planning.readings import tongue_by_plank, tongue_by_scale
from ....core.statics.supports import springs
from ...widgets.fields import FigureField, link
from .form import Form

SURFACES = (("Planked", "planked"), ("Plate", "plate"), ("Coated", "coated"))


def deck_fields(form: Form) -> list[QWidget]:
    """Main deck of any carrier."""
    return [
        form.length("Deck length", "length", deck_length, with_deck_length, 0.5, 20),
        form.length("Deck width", "width", deck_width, with_deck_width, 0.5, 3.5),
        form.length("Deck height", "height", lambda c: c.main_deck.origin[2], with_deck_height, 0.1, 2),
        form.choice("Floor", SURFACES, lambda c: c.main_deck.surface, lambda c, s: with_surface(c, str(s))),
    ]


def tape(form: Form, trailer: Trailer) -> list[QWidget]:
    """Lengths of a trailer."""
    axles = form.choice(
        "Axles",
        (("One axle", 1), ("Two axles", 2), ("Three axles", 3)),
        lambda c: len(c.axles),
        lambda c, n: with_axle_count(_t(c), int(str(n))),
    )
    coupler = form.choice(
        "Coupler",
        (("Ball coupler", "ball"), ("Gooseneck", "gooseneck")),
        lambda c: _t(c).coupler,
        lambda c, v: replace(c, coupler=v),
    )
    listed: list[QWidget] = [axles, coupler]
    if len(trailer.axles) > 1:
        sharing = form.choice(
            "How the axles carry",
            (("that share (equalizer)", "equaliser"), ("each on its own (torsion)", "independent")),
            lambda c: _t(c).sharing,
            lambda c, v: replace(c, sharing=v),
        )
        listed.append(sharing)
    listed += [
        form.choice(
            "Tires",
            (("Single tires", 1), ("Dual tires", 2)),
            lambda c: c.axles[0].tires.each_end,
            lambda c, n: with_duals(c, int(str(n))),
        ),
        *deck_fields(form),
        form.length("Coupler to deck", "coupler", lambda c: -_t(c).coupler_x, lambda c, v: replace(c, coupler_x=-v), 0.0, 8),
        form.length(
            "Coupler height", "coupler height", lambda c: _t(c).coupler_z, lambda c, v: replace(c, coupler_z=v), 0.1, 2
        ),
        _jack(form),
        _stands(form),
    ]
    for n, axle in enumerate(trailer.axles):
        words = f"Front edge to {axle.name.lower()}"
        listed.append(form.length(words, f"axle:{n}", partial(_axle_x, n), partial(_with_axle_x, n), 0.1, 20))
    if springs(trailer):
        listed += [_ball(form), _parked(form)]
    listed.append(form.length("Track, wheel to wheel", "track", lambda c: c.axles[0].track, with_track, 0.5, 3))
    return listed


def weigh(form: Form, trailer: Trailer) -> list[QWidget]:
    """Scale readings of the empty trailer."""
    return [
        form.weight("On the coupler", "tongue"),
        form.weight("On the axles" if len(trailer.axles) == 1 else "On the axles, together", "axles"),
        *_each_axle(form, trailer),
        form.weight("… or the whole trailer, gross", "gross"),
        _read_at(form),
        *_by_plank(form),
        *_by_scale(form),
        form.weight("Left wheels, if read apart", "left"),
        form.weight("Right wheels", "right"),
    ]


def plates(form: Form, trailer: Trailer) -> list[QWidget]:
    """Ratings of a trailer."""
    listed: list[QWidget] = [
        form.plate("Gross rating (GVWR)", "ratings.gross", "gross"),
        form.plate("Coupler, trailer weight", "ratings.coupler_gross", "coupler"),
        form.plate("Coupler, tongue weight", "ratings.coupler_tongue", "coupler"),
        form.plate("Safety chains", "ratings.safety_chain", "towing"),
        form.plate("Jack", "ratings.jack", "jack"),
        form.plate("Rear stands, the pair", "ratings.stands", "tip"),
    ]
    listed += axle_plates(form, trailer)
    if springs(trailer):
        listed += [_sag(form, f"{axle.name}, sag at its rating", n) for n, axle in enumerate(trailer.axles)]
    listed.append(
        form.choice(
            "Brakes",
            (
                ("Brakes: not looked yet", None),
                ("No brakes", "none"),
                ("Surge brakes", "surge"),
                ("Electric brakes", "electric"),
                ("Air brakes", "air"),
            ),
            lambda c: _t(c).brakes,
            lambda c, v: replace(c, brakes=v),
        )
    )
    if len(trailer.axles) > 1:
        listed.append(link("All axles like the first", lambda: form.change(alike, "all axles like the first")))
    return listed


def axle_plates(form: Form, carrier: Carrier) -> list[QWidget]:
    """Ratings of axles, tires and wheels of any carrier, with what the deck may bear."""
    listed: list[QWidget] = [form.plate(f"{a.name} (GAWR)", f"axles[{n}].rating", "axle") for n, a in enumerate(carrier.axles)]
    listed += [form.plate(f"{a.name}, each tire", f"axles[{n}].tires.rating", "tire") for n, a in enumerate(carrier.axles)]
    for n, a in enumerate(carrier.axles):
        tires = f"axles[{n}].tires"
        listed += [
            form.plate(f"{a.name}, pressure printed there", f"{tires}.printed", "tire", "pressure"),
            form.plate(f"{a.name}, pressure in it, cold", f"{tires}.pressure", "tire", "pressure"),
            form.plate(f"{a.name}, tire so by table", f"{tires}.by_table", "tire"),
            form.plate(f"{a.name}, each wheel", f"{tires}.wheel", "wheel"),
        ]
    listed += [form.plate("Roof or rack", "ratings.roof", "deck"), form.plate("Floor, one item", "ratings.deck_point", "deck")]
    return listed


def _t(c: Carrier) -> Trailer:
    assert isinstance(c, Trailer)
    return c


def _axle_x(n: int, c: Carrier) -> float:
    return c.axles[n].x


def _with_axle_x(n: int, c: Carrier, v: float) -> Carrier:
    return with_axle(c, n, x=v)


def _jack(form: Form) -> FigureField:
    def value(c: Carrier) -> float | None:
        jack = _t(c).jack_x
        return None if jack is None else jack - _t(c).coupler_x

    def typed(v: float | None) -> None:
        form.change(lambda c: replace(c, jack_x=None if v is None else _t(c).coupler_x + v), "jack")

    return form.field("Coupler to jack", "length", "jack", value, typed, "unknown", low=0.0, high=6.0, may_be_empty=True)


def _parked(form: Form) -> FigureField:
    def typed(v: float | None) -> None:
        form.change(lambda c: replace(c, parked_z=v), "height on the jack")

    return form.field(
        "Coupler height on its jack",
        "length",
        "coupler height",
        lambda c: _t(c).parked_z,
        typed,
        "cranked level",
        low=0.1,
        high=2.0,
        may_be_empty=True,
    )


def _stands(form: Form) -> FigureField:
    def typed(v: float | None) -> None:
        form.change(lambda c: replace(c, stands_x=v), "rear stands")

    return form.field(
        "Front edge to rear stands",
        "length",
        "stands",
        lambda c: _t(c).stands_x,
        typed,
        "none",
        low=0.1,
        high=20.0,
        may_be_empty=True,
    )


def _ball(form: Form) -> FigureField:
    def typed(v: float | None) -> None:
        form.change(lambda c: replace(c, ball_z=v), "ball height")

    return form.field(
        "Ball height", "length", "ball", lambda c: _t(c).ball_z, typed, "level", low=0.1, high=2.0, may_be_empty=True
    )


def _sag(form: Form, label: str, n: int) -> FigureField:
    """A spring by how far it gives way under the axle's rating, as makers print it."""

    def value(c: Carrier) -> float | None:
        return sag(c.axles[n])

    def typed(v: float | None) -> None:
        form.change(lambda c: with_sag(c, n, v), label.lower())

    return form.field(label, "length", f"axle:{n}", value, typed, "unknown", low=0.005, high=0.5, may_be_empty=True)


def _by_plank(form: Form) -> list[QWidget]:
    """A tongue too heavy for a bathroom scale: a plank from a block to the scale, the tongue's foot on it in between."""
    held = {"reads": 0.0, "scale": 0.0, "foot": 0.0}

    def put(name: str, v: float | None) -> None:
        held[name] = v or 0.0
        if all(x > 0 for x in held.values()):
            by_plank = tongue_by_plank(held["reads"], held["scale"], held["foot"])
            form.change(lambda c: with_tongue(_t(c), by_plank), "tongue by a plank")

    shown: dict[str, tuple[str, Quantity, float]] = {
        "reads": ("By a plank: the scale reads", "mass", 250.0),
        "scale": ("… block to scale", "length", 5.0),
        "foot": ("… block to the tongue", "length", 5.0),
    }
    made: list[QWidget] = []
    for name, (words, quantity, high) in shown.items():
        now = partial(_typed_so_far, held, name)
        made.append(
            form.field(words, quantity, f"plank {name}", now, partial(put, name), "if used", high=high, may_be_empty=True)
        )
    return made


def _by_scale(form: Form) -> list[QWidget]:
    """A public scale: the vehicle's wheels alone and hitched, then the trailer's own."""
    held = {"alone": 0.0, "hitched": 0.0}

    def put(name: str, v: float | None) -> None:
        held[name] = v or 0.0
        if all(x > 0 for x in held.values()):
            try:
                figure = tongue_by_scale(held["alone"], held["hitched"])
            except ValueError as problem:
                raise FreltError(str(problem)) from problem
            form.change(lambda c: with_tongue(_t(c), figure), "tongue by a public scale")

    shown = {
        "alone": "By a public scale: vehicle's wheels, alone",
        "hitched": "… its wheels, empty trailer hitched, no bars",
    }
    return [
        form.field(
            words,
            "mass",
            f"scale {name}",
            partial(_typed_so_far, held, name),
            partial(put, name),
            "if used",
            high=60000.0,
            may_be_empty=True,
        )
        for name, words in shown.items()
    ]


def _typed_so_far(held: dict[str, float], name: str, _: Carrier) -> float | None:
    return held[name] or None


def _each_axle(form: Form, trailer: Trailer) -> list[QWidget]:
    """Every axle by itself, once all of them are typed."""
    if len(trailer.axles) < 2:
        return []
    held: dict[int, float] = {}

    def now(n: int, c: Carrier) -> float | None:
        t = _t(c)
        read = t.empty.each if t.empty is not None else ()
        return read[n].value if n < len(read) else held.get(n)

    def put(n: int, v: float | None) -> None:
        carrier = form.desk.carrier
        read = _t(carrier).empty.each if carrier is not None and _t(carrier).empty is not None else ()  # type: ignore[union-attr]
        for i, figure in enumerate(read):
            held[i] = figure.value
        if v is None:
            held.pop(n, None)
            return
        held[n] = v
        if len(held) == len(trailer.axles):
            values = tuple(held[i] for i in range(len(trailer.axles)))
            form.change(lambda c: with_each_axle(_t(c), values), "empty weight of each axle")

    return [
        form.field(
            f"… or {axle.name.lower()} by itself",
            "mass",
            f"each {n}",
            partial(now, n),
            partial(put, n),
            "if used",
            high=20_000,
            may_be_empty=True,
        )
        for n, axle in enumerate(trailer.axles)
    ]


def _read_at(form: Form) -> FigureField:
    """A tongue is often read under the jack, not at the coupler."""

    def value(c: Carrier) -> float | None:
        t = _t(c)
        return None if t.empty is None or t.empty.tongue_at is None else t.empty.tongue_at - t.coupler_x

    def typed(v: float | None) -> None:
        def put(c: Carrier) -> Carrier:
            t = _t(c)
            at = None if v is None else t.coupler_x + v
            return t if t.empty is None else replace(t, empty=replace(t.empty, tongue_at=at))

        form.change(put, "where the tongue was read")

    return form.field("… read behind the coupler", "length", "", value, typed, "at it", low=0, high=6, may_be_empty=True)
