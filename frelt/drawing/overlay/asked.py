"""The dimension a field is about, drawn on the chassis as the tape would lie."""

from ...core.base.units import Units
from ...core.model.carrier import Carrier, Trailer, Vehicle
from ..chassis import deck_box
from ..layout import Sheet
from ..shapes import Dimension
from ..views import View

Run = tuple[View, tuple[float, float], tuple[float, float]]


def runs(asked: str, c: Carrier) -> list[Run]:
    """Where the tape lies for a field, as runs in a drawing [m]."""
    x0, y0, x1, y1 = deck_box(c.main_deck)
    z = c.main_deck.origin[2]
    name, _, number = asked.partition(":")
    if name == "axle":
        axle = c.axles[int(number)]
        return [("side", (x0, z + 0.06), (axle.x, z + 0.06)), ("plan", (x0, y0 - 0.08), (axle.x, y0 - 0.08))]
    if name == "track" and number:
        axle = c.axles[int(number)]
        return [
            ("plan", (axle.x, -axle.track / 2), (axle.x, axle.track / 2)),
            ("rear", (-axle.track / 2, 0.06), (axle.track / 2, 0.06)),
        ]
    if name == "plate" and number.startswith(("axle", "tire")):
        axle = c.axles[int(number[-1])]
        r = axle.tires.diameter / 2
        ends: list[Run] = [("rear", (s * axle.track / 2, 0.0), (s * axle.track / 2, 2 * r)) for s in (-1, 1)]
        return [("side", (axle.x - r, r), (axle.x + r, r)), *ends]
    found = _found(name, number, c)
    if found:
        return found
    table: dict[str, list[Run]] = {
        "length": [("plan", (x0, 0.0), (x1, 0.0))],
        "width": [("plan", ((x0 + x1) / 2, y0), ((x0 + x1) / 2, y1)), ("rear", (y0, z + 0.06), (y1, z + 0.06))],
        "height": [("side", (x1 - 0.1, 0.0), (x1 - 0.1, z)), ("rear", (0.0, 0.0), (0.0, z))],
        "wall": [("side", (x1 - 0.2, z), (x1 - 0.2, z + max(c.body.wall, c.body.rail)))],
        "axles": [("side", (a.x, 0.0), (a.x, a.tires.diameter)) for a in c.axles],
        "plate:gross": [("side", (x0, z - 0.04), (x0 + 0.5, z - 0.04))],
    }
    own = _of_trailer(c) if isinstance(c, Trailer) else _of_vehicle(c) if isinstance(c, Vehicle) else {}
    return (table | own).get(asked if name == "plate" else name, [])


def _found(name: str, number: str, c: Carrier) -> list[Run]:
    """A door, wheel well or no-bolt zone by its id."""
    x0, y0, _, y1 = deck_box(c.main_deck)
    if name == "door":
        door = next((d for d in c.body.doors if d.id == number), None)
        if door is None:
            return []
        if door.side in ("left", "right"):
            y = y0 if door.side == "left" else y1
            return [("plan", (x0 + door.start, y), (x0 + door.end, y))]
        return [("rear", (door.start, 0.3), (door.end, 0.3))]
    if name == "well":
        well = next((w for w in c.body.wells if w.id == number), None)
        y = 0.0 if well is None else y0 + well.inward if well.side == "left" else y1 - well.inward
        return [] if well is None else [("plan", (x0 + well.start, y), (x0 + well.end, y))]
    if name == "zone":
        zone = next((q for q in c.body.zones if q.id == number), None)
        return [] if zone is None else [("plan", (zone.x0, (zone.y0 + zone.y1) / 2), (zone.x1, (zone.y0 + zone.y1) / 2))]
    return []


def _of_trailer(t: Trailer) -> dict[str, list[Run]]:
    x0, _, _, _ = deck_box(t.main_deck)
    xc, z = t.coupler_x, t.main_deck.origin[2]
    jack = xc + 0.28 if t.jack_x is None else t.jack_x
    stands = t.stands_x or 0.0
    return {
        "coupler": [("plan", (xc, 0.0), (x0, 0.0)), ("side", (xc, t.coupler_z), (x0, t.coupler_z))],
        "coupler height": [("side", (xc, 0.0), (xc, t.coupler_z))],
        "track": [("rear", (-t.axles[-1].track / 2, 0.06), (t.axles[-1].track / 2, 0.06))],
        "tongue": [("side", (xc, 0.0), (xc, t.coupler_z + 0.3))],
        "plate:coupler": [("side", (xc, t.coupler_z - 0.15), (xc, t.coupler_z + 0.2)), ("plan", (xc, -0.15), (xc, 0.15))],
        "plate:towing": [("side", (xc, t.coupler_z - 0.15), (xc, t.coupler_z + 0.2))],
        "ball": [("side", (xc, 0.0), (xc, t.coupler_z if t.ball_z is None else t.ball_z))],
        "jack": [("side", (xc, t.coupler_z + 0.1), (jack, t.coupler_z + 0.1))],
        "plate:jack": [("side", (jack, 0.0), (jack, t.coupler_z + 0.4))],
        "stands": [("side", (x0, z + 0.06), (stands, z + 0.06))],
        "plate:stands": [("side", (stands, 0.0), (stands, z))],
    }


def _of_vehicle(v: Vehicle) -> dict[str, list[Run]]:
    x0, _, _, _ = deck_box(v.main_deck)
    z, ball = v.main_deck.origin[2], v.ball_x or v.rear_x
    ball_z = 0.45 if v.ball_z is None else v.ball_z
    return {
        "wheelbase": [("side", (v.front.x, 0.2), (v.rear_x, 0.2)), ("plan", (v.front.x, 0.0), (v.rear_x, 0.0))],
        "ball station": [("plan", (v.rear_x, 0.0), (ball, 0.0)), ("side", (v.rear_x, ball_z), (ball, ball_z))],
        "ball": [("side", (ball, 0.0), (ball, ball_z))],
        "cab": [("side", (x0 - v.body.cab, z + 0.6), (x0, z + 0.6))],
        "hood": [("side", (x0 - v.body.cab - v.body.hood, z + 0.2), (x0 - v.body.cab, z + 0.2))],
        "cab height": [("side", (x0 - v.body.cab / 2, 0.0), (x0 - v.body.cab / 2, v.body.cab_height))],
        "front": [("side", (v.front.x, 0.0), (v.front.x, v.front.tires.diameter))],
        "rear": [("side", (a.x, 0.0), (a.x, a.tires.diameter)) for a in v.rear],
        "plate:hitch": [("side", (ball - 0.1, ball_z), (ball + 0.1, ball_z))],
        "plate:payload": [("side", (x0 - v.body.cab * 0.3, z + 0.1), (x0 - v.body.cab * 0.3, z + 0.9))],
        "plate:towing": [("side", (ball - 0.1, ball_z), (ball + 0.1, ball_z))],
    }


def asked_about(asked: str, carrier: Carrier, sheet: Sheet, units: Units) -> tuple[Dimension, ...]:
    """The dimension with its present reading, but of what is weighed or read off a plate."""
    quiet = asked in ("tongue", "axles", "front", "rear") or asked.startswith("plate")
    made = []
    for view, start, end in runs(asked, carrier):
        long = ((start[0] - end[0]) ** 2 + (start[1] - end[1]) ** 2) ** 0.5
        words = "" if quiet else units.show(long, "length")
        made.append(Dimension("asked", *sheet.px(view, *start), *sheet.px(view, *end), words, 6.0, True))
    return tuple(made)
