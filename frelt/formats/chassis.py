"""Chassis as CSV: one carrier a row, sizes in mm and kg, so that a shop keeps its own in a spreadsheet.

Doors, wheel wells, no-bolt zones and seats are lists divided by semicolons, each entry's parts by commas.
"""

from collections.abc import Callable, Iterable
from typing import Any

from msgspec.structs import replace

from ..core.base.figure import NOT_RATED, Figure, Rating, Source
from ..core.base.value import BadInput
from ..core.model.carrier import (
    Axle,
    Body,
    Carrier,
    Deck,
    Door,
    Seat,
    Stand,
    Tires,
    Trailer,
    TrailerEmpty,
    TrailerRatings,
    Vehicle,
    VehicleEmpty,
    VehicleRatings,
    Well,
    Zone,
)
from ..core.model.catalog_entry import Chassis
from .chassis_cells import cells_of
from .chassis_columns import (
    BODIES,
    BRAKES,
    COLUMNS,
    DOORS,
    KINDS,
    LIMITS,
    REQUIRED,
    ROUGH,
    SIDES,
    SOURCES,
    SURFACES,
)
from .rest import COLUMN, readable, rest_of, told_with, within_bounds
from .rows import Row, every, rows, table
from .strict import typed


def read_chassis(
    data: bytes, file: str = "", tell: Callable[[float], None] = lambda _: None, still: Callable[[], bool] = lambda: True
) -> tuple[Chassis, ...]:
    """Every chassis of a table. tell, still: see `rows.every`. Raises BadInput or BadTable with file, row and column; nothing
    is half-imported.
    """
    known: set[str] = set()

    def one(row: Row) -> Chassis:
        made = _whole(_chassis(row), row)
        within_bounds(made.carrier, row)
        if made.id in known:
            raise row.bad("id", "an id of its own")
        known.add(made.id)
        return made

    return every(rows(data, file, REQUIRED, COLUMNS), one, tell, still)


def _whole(made: Chassis, row: Row) -> Chassis:
    """A chassis with what its last column says."""

    def typed_as(raw: Any) -> Chassis:
        if not isinstance(raw, dict):
            raise BadInput("$", "no object", "an object")
        texts = {n: typed(raw.get(n, ""), str) for n in ("name", "words")}
        return replace(made, carrier=typed(raw.get("carrier"), type(made.carrier)), **texts)

    return told_with(made, row, typed_as)


def _chassis(row: Row) -> Chassis:
    if not row.text("id") or not row.text("name"):
        raise row.bad("name" if row.text("id") else "id", "a name")
    kind = row.one_of("carrier", KINDS, None)
    carrier: Carrier = _trailer(row) if kind == "trailer" else _stand(row) if kind == "stand" else _vehicle(row, kind)
    return Chassis(id=row.text("id"), name=row.text("name"), carrier=carrier, words=row.text("words"))


def _deck(row: Row, name: str, on: str) -> Deck:
    length, half = row.mm("deck_length_mm", 300), row.mm("deck_width_mm", 300) / 2
    return Deck(
        id="floor",
        name=name,
        on=on,
        origin=(0.0, 0.0, row.mm("deck_height_mm", 100, 0.6)),
        outline=((0, -half), (length, -half), (length, half), (0, half)),
        surface=row.one_of("surface", SURFACES, "planked"),  # type: ignore[arg-type]
    )


def _axles(row: Row, names: list[str], stations: tuple[float, ...]) -> tuple[Axle, ...]:
    ratings, tires = row.list_of("axle_kg", 1, 1, 50_000), row.list_of("tire_kg", 1, 1, 20_000)
    tracks = row.list_of("track_mm", 0.001, 300, 3500) or (row.mm("deck_width_mm") + 0.26,)
    source = row.one_of("ratings_source", SOURCES, "estimate")
    duals = row.text("duals")
    if duals not in ("", "rear", "all"):
        raise row.bad("duals", "rear, all or nothing")

    def nth(listed: tuple[float, ...], n: int) -> float | None:
        return (listed[n] if n < len(listed) else listed[-1]) if listed else None

    indexes = [int(i) for i in row.list_of("load_index", 1, 0, 179)]
    if row.text("load_index") and indexes != list(row.list_of("load_index", 1, 0, 179)):
        raise row.bad("load_index", "whole numbers from 0 to 179")
    made = []
    for n, (name, x) in enumerate(zip(names, stations, strict=True)):
        twice = duals == "all" or (duals == "rear" and n > 0)
        tire = Tires(
            rating=_rating(nth(tires, n), source),
            each_end=2 if twice else 1,
            load_index=indexes[n] if n < len(indexes) else indexes[-1] if indexes else None,
            diameter=row.mm("tire_diameter_mm", 200, 0.68),
            width=row.mm("tire_width_mm", 80, 0.205),
        )
        track = nth(tracks, n)
        assert track is not None
        typical, sag = nth(ratings, n), row.number("sag_mm", 0.001, 5, 500)
        rate = None if not sag or typical is None else Figure(value=typical / sag, plus_minus=0.2 * typical / sag, note=ROUGH)
        rating = _rating(typical, source)
        made.append(Axle(id=f"axle-{n + 1}", name=name, x=x, track=track, rating=rating, tires=tire, rate=rate))
    return tuple(made)


def _rating(value: float | None, source: Source) -> Rating:
    return (
        None
        if value is None
        else Figure(value=value, source=source, note="typical of the class" if source == "estimate" else "")
    )


def _limit(row: Row, column: str) -> Rating:
    if row.text(column).casefold() == NOT_RATED:
        return NOT_RATED
    source = row.one_of("ratings_source", SOURCES, "estimate")
    return _rating(row.number(column, 1, 1, 100_000, None) if row.text(column) else None, source)


def _weights(row: Row, most: int = 2) -> tuple[Figure, ...]:
    """Empty weights: tongue and axles (together, or each by itself), or front and rear; none where the cell is empty."""
    listed = row.list_of("empty_kg", 1, 0, 50_000)
    if listed and len(listed) not in (2, most):
        one_by_one = f", or {most}: the tongue and every axle" if most > 2 else ""
        raise row.bad("empty_kg", f"two weights divided by a semicolon: tongue and axles, or front and rear{one_by_one}")
    share, source = row.number("empty_pm_percent", 0.01, 0, 80, 0.15), row.one_of("empty_source", SOURCES, "estimate")
    note = ROUGH if source == "estimate" else ""
    origin = f"class {row.text('id')}" if source == "estimate" else "scale"
    return tuple(Figure(value=v, plus_minus=round(v * share, 1), source=source, origin=origin, note=note) for v in listed)


def _trailer_empty(row: Row, axles: int) -> TrailerEmpty | None:
    weights = _weights(row, axles + 1)
    if not weights:
        return None
    height = _height(row, 0.55)
    if row.text("empty_gross_kg"):
        gross = replace(weights[0], value=row.number("empty_gross_kg", 1, 0, 50_000), plus_minus=weights[0].plus_minus)
        return TrailerEmpty(tongue=weights[0], gross=gross, height=height)
    if len(weights) > 2:
        return TrailerEmpty(tongue=weights[0], each=weights[1:], height=height)
    return TrailerEmpty(tongue=weights[0], axles=weights[1], height=height)


def _height(row: Row, usual: float) -> Figure:
    return Figure(value=row.mm("height_mm", 100, usual), plus_minus=row.mm("height_pm_mm", 0, 0.15), note=ROUGH)


def _trailer(row: Row) -> Trailer:
    stations = row.list_of("axles_mm", 0.001, 100, 20_000)
    if not 1 <= len(stations) <= 3:
        raise row.bad("axles_mm", "one to three stations divided by semicolons")
    names = ["Axle"] if len(stations) == 1 else [f"Axle {n + 1}" for n in range(len(stations))]
    coupler = -row.mm("coupler_mm", 0, 1.2)
    return Trailer(
        id="trailer",
        name=row.text("name"),
        coupler=row.one_of("coupler", ("ball", "gooseneck"), "ball"),
        coupler_x=coupler,
        coupler_z=row.mm("coupler_height_mm", 100, 0.45),
        jack_x=round(coupler + row.mm("jack_mm", 0, 0.3), 4),
        axles=_axles(row, names, stations),
        sharing=row.one_of("sharing", ("equaliser", "independent"), "equaliser"),
        decks=(_deck(row, "Deck", "trailer"),),
        empty=_trailer_empty(row, len(stations)),
        ratings=TrailerRatings(**{name: _limit(row, column) for name, column in LIMITS["trailer"].items()}),
        brakes=row.one_of("brakes", BRAKES, None) if row.text("brakes") else None,
        body=_body(row, "open"),
        note=row.text("note"),
    )


def _stand(row: Row) -> Stand:
    """A skid by itself: its deck is as long and wide as the skid."""
    return Stand(id="stand", name=row.text("name"), decks=(_deck(row, "Shop floor", "stand"),), note=row.text("note"))


def _vehicle(row: Row, kind: str) -> Vehicle:
    stations = row.list_of("axles_mm", 0.001, -8000, 20_000)
    if not 2 <= len(stations) <= 3:
        raise row.bad("axles_mm", "two or three stations divided by semicolons, the front axle first")
    names = ["Front axle", "Rear axle"] if len(stations) == 2 else ["Front axle", "Rear axle 1", "Rear axle 2"]
    axles, weights = _axles(row, names, stations), _weights(row)
    deck_name = {"pickup": "Bed", "flatbed": "Tray", "van": "Van floor", "box truck": "Box floor"}.get(kind, "Bed")
    return Vehicle(
        id="vehicle",
        name=row.text("name"),
        body_kind=kind,  # type: ignore[arg-type]
        front=axles[0],
        rear=axles[1:],
        ball_x=row.mm("ball_mm", -2000) if row.text("ball_mm") else None,
        ball_z=row.mm("ball_height_mm", 100) if row.text("ball_height_mm") else None,
        decks=(_deck(row, deck_name, "vehicle"),),
        seats=_seats(row),
        empty=VehicleEmpty(front=weights[0], rear=weights[1], height=_height(row, 0.70)) if weights else None,
        ratings=VehicleRatings(**{name: _limit(row, column) for name, column in LIMITS["vehicle"].items()}),
        body=_body(row, "box" if kind in ("van", "box truck") else "bed"),
        note=row.text("note"),
    )


def _body(row: Row, usual: str) -> Body:
    return Body(
        kind=row.one_of("body", BODIES, usual),  # type: ignore[arg-type]
        wall=row.mm("wall_mm", 0, 0.0),
        rail=row.mm("rail_mm", 0, 0.0),
        nose=row.mm("nose_mm", 0, 0.0),
        cab=row.mm("cab_mm", 0, 0.0),
        hood=row.mm("hood_mm", 0, 0.0),
        cab_height=row.mm("cab_height_mm", 0, 1.9),
        rack=row.one_of("rack", ("yes", "no"), "no") == "yes",
        doors=tuple(_doors(row)),
        wells=tuple(_wells(row)),
        zones=tuple(_zones(row)),
    )


def _parts(row: Row, column: str, count: int, expected: str) -> Iterable[list[str]]:
    for text in filter(None, (t.strip() for t in row.text(column).split(";"))):
        parts = [p.strip() for p in text.split(",")]
        if len(parts) != count:
            raise row.bad(column, expected)
        yield parts


def _mm(row: Row, column: str, text: str, low: float = -20_000) -> float:
    try:
        value = float(text)
    except ValueError:
        raise row.bad(column, f"a number of mm where “{text}” stands") from None
    if not low <= value <= 20_000:
        raise row.bad(column, f"{low:g} to 20000 mm where “{text}” stands")
    return value / 1000


def _doors(row: Row) -> Iterable[Door]:
    shape = "name, side, start, end, height, kind for each door"
    for n, (name, side, start, end, height, kind) in enumerate(_parts(row, "doors", 6, shape)):
        if side not in SIDES or kind not in DOORS:
            raise row.bad("doors", f"a side of {', '.join(SIDES)} and a kind of {', '.join(DOORS)}")
        x0, x1, tall = (_mm(row, "doors", v) for v in (start, end, height))
        yield Door(id=f"door-{n + 1}", name=name, side=side, start=x0, end=x1, height=tall, kind=kind)  # type: ignore[arg-type]


def _wells(row: Row) -> Iterable[Well]:
    for n, (side, *sizes) in enumerate(_parts(row, "wells", 5, "side, start, end, inward, height for each wheel well")):
        if side not in ("left", "right"):
            raise row.bad("wells", "left or right")
        start, end, inward, height = (_mm(row, "wells", v) for v in sizes)
        yield Well(id=f"well-{n + 1}", side=side, start=start, end=end, inward=inward, height=height)  # type: ignore[arg-type]


def _zones(row: Row) -> Iterable[Zone]:
    for n, (below, *sizes) in enumerate(_parts(row, "zones", 5, "what is below, x0, y0, x1, y1 for each zone")):
        x0, y0, x1, y1 = (_mm(row, "zones", v) for v in sizes)
        yield Zone(id=f"zone-{n + 1}", below=below, x0=x0, y0=y0, x1=x1, y1=y1)


def _seats(row: Row) -> tuple[Seat, ...]:
    made = []
    for n, (name, x, y) in enumerate(_parts(row, "seats", 3, "name, station, side for each seat")):
        made.append(Seat(id=f"seat-{n + 1}", name=name, x=_mm(row, "seats", x), y=_mm(row, "seats", y)))
    return tuple(made)


def write_chassis(listed: Iterable[Chassis]) -> bytes:
    """A table from which `read_chassis` reads the same chassis; what has no column of its own is in the last one, as JSON."""
    return table(COLUMNS, (_told(replace(c, own=False)) for c in listed))


def _told(one: Chassis) -> dict[str, object]:
    """The cells of a chassis, and what they do not say."""
    cells, made = readable(cells_of(one), _chassis, REQUIRED)
    return cells | {COLUMN: rest_of(one, made)}
