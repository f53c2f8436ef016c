"""Strokes that trailers and vehicles share: decks, wheels, wheel wells, lamps."""

from collections.abc import Iterable

from ..core.geometry.faces import body_box, sill
from ..core.geometry.measures import bounds
from ..core.model.carrier import Axle, Body, Carrier, Deck
from .shapes import Path, ellipse, line, polygon, rect

SLAB = 0.11  # depth of the frame below the deck [m]
PLANK = 0.14
WALL = 0.05


def deck_box(deck: Deck) -> tuple[float, float, float, float]:
    """x0, y0, x1, y1 of a level deck in the carrier's plan [m]."""
    x, y, _ = deck.origin
    u0, v0, u1, v1 = bounds(deck)
    return x + u0, y + v0, x + u1, y + v1


def bundle(axle: Axle) -> float:
    """Width of the tires on one end [m]."""
    return axle.tires.width * axle.tires.each_end * 1.15


def wheels_above(axles: Iterable[Axle]) -> tuple[Path, ...]:
    """The tires in plan, each of a dual pair by itself."""
    made = []
    for a in axles:
        r, n = a.tires.diameter / 2, a.tires.each_end
        for side in (-1, 1):
            y0 = side * a.track / 2 - bundle(a) / 2
            for i in range(n):
                y = y0 + bundle(a) * i / n
                made.append(rect("tire", a.x - r, y + 0.01, a.x + r, y + bundle(a) / n - 0.01, 0.05))
    return tuple(made)


def wheels_beside(axles: Iterable[Axle]) -> list[Path]:
    """The wheels from the side."""
    made = []
    for a in axles:
        r = a.tires.diameter / 2
        made += [ellipse("tire", a.x, r, r), ellipse("wheel", a.x, r, r * 0.58), ellipse("part", a.x, r, r * 0.16)]
    return made


def wheels_behind(axle: Axle) -> list[Path]:
    """An axle with its tires from behind."""
    r, wide, half, n = axle.tires.diameter / 2, bundle(axle), axle.track / 2, axle.tires.each_end
    made = [rect("part", -half + wide / 2, r - 0.035, half - wide / 2, r + 0.035)]
    for side in (-1, 1):
        for i in range(n):
            y = side * half - wide / 2 + wide * i / n
            made.append(rect("tire", y + 0.005, 0, y + wide / n - 0.005, 2 * r, 0.05))
    return made


def shell_behind(body: Body, y0: float, z: float, y1: float, corner: float) -> Path:
    """A closed body from behind; a roof that is lower at the walls is the parabola that headroom is reckoned with."""
    fall, top = body.lower_sides, z + body.wall
    if not fall:
        return rect("shell", y0, z, y1, top, corner)
    third, eave = (y1 - y0) / 3, top - fall
    lift = eave + fall * 4 / 3
    return Path("shell", "MLCLZ", (y0, z, y0, eave, y0 + third, lift, y1 - third, lift, y1, eave, y1, z))


def lamps(y0: float, y1: float, z: float) -> list[Path]:
    """The two tail lamps in the edge of a deck."""
    return [rect("dark", y - 0.05, z - SLAB + 0.02, y + 0.05, z - 0.03, 0.01) for y in (y0 + 0.16, y1 - 0.16)]


def floor(deck: Deck) -> tuple[Path, ...]:
    """A deck in plan: planked, plate or coated."""
    x0, y0, x1, y1 = deck_box(deck)
    outline = polygon(f"deck.{deck.surface}", *((deck.origin[0] + u, deck.origin[1] + v) for u, v in deck.outline))
    if deck.surface == "planked":
        count = max(int((y1 - y0) / PLANK), 2)
        seams = [y0 + (y1 - y0) * i / count for i in range(1, count)]
        return (outline, *(line("seam", (x0 + 0.02, y), (x1 - 0.02, y)) for y in seams))
    if deck.surface == "plate":
        count = max(round((x1 - x0) / 1.2), 1)
        cuts = [x0 + (x1 - x0) * i / count for i in range(1, count)]
        return (outline, *(line("seam", (x, y0), (x, y1)) for x in cuts))
    return (outline,)


def hatch(role: str, x0: float, y0: float, x1: float, y1: float, step: float = 0.07) -> list[Path]:
    """Slanting strokes that fill a rectangle."""
    made, start = [], x0 - (y1 - y0) + step
    while start < x1:
        a, b = max(start, x0), min(start + (y1 - y0), x1)
        made.append(line(role, (a, y0 + a - start), (b, y0 + b - start)))
        start += step
    return made


def more_decks(carrier: Carrier) -> tuple[Path, ...]:
    """Further floors in plan, as long as they look from above; a place below the tray is an outline."""
    made: list[Path] = []
    for deck in carrier.decks[1:]:
        if deck.kind in ("dovetail", "tongue platform", "nose", "below"):
            x, y, _ = deck.origin
            corners = [(x + deck.u[0] * u + deck.v[0] * v, y + deck.u[1] * u + deck.v[1] * v) for u, v in deck.outline]
            made.append(polygon("detail" if deck.kind == "below" else f"deck.{deck.surface}", *corners))
    return tuple(made)


def decks_beside(carrier: Carrier) -> list[Path]:
    """The same from the side, and a roof that things stand on."""
    made: list[Path] = []
    for deck in carrier.decks[1:]:
        if deck.kind in ("dovetail", "tongue platform", "roof", "below"):
            x, _, z = deck.origin
            ends = [(x + deck.u[0] * u, z + deck.u[2] * u) for u in bounds(deck)[::2]]
            (a, za), (b, zb) = ends
            made.append(polygon("slab", (a, za - SLAB * 0.6), (a, za), (b, zb), (b, zb - SLAB * 0.6)))
    return made


def doors_behind(carrier: Carrier) -> list[Path]:
    """What closes the back of a body, from behind: leaves, ramp, slats, tailgate, lift."""
    z, made = sill(carrier, "rear"), []
    for door in carrier.body.doors:
        if door.side != "rear":
            continue
        a, b, top = door.start, door.end, z + door.height
        mid = (a + b) / 2
        if door.kind == "tailgate":
            top = z + min(door.height, 0.6)
        made.append(rect("door.outline", a, z, b, top, 0.02))
        if door.kind == "barn doors":
            made.append(line("door.outline", (mid, z), (mid, top)))
            made += [rect("dark", y - 0.02, h - 0.05, y + 0.02, h + 0.05) for y in (a, b) for h in (z + 0.3, top - 0.3)]
        elif door.kind == "ramp":
            made.append(line("detail", (a + 0.08, z + 0.05), (b - 0.08, z + 0.05)))
            made += [line("door.outline", (y, z + 0.05), (y, top - 0.1)) for y in (a + 0.12, b - 0.12)]
        elif door.kind == "lift door":
            made += [line("door.outline", (a, h), (b, h)) for h in (z + (top - z) * k / 5 for k in range(1, 5))]
        elif door.kind == "lift gate":
            made.append(rect("slab", a, z - 0.28, b, z - 0.16, 0.02))
    return made


def doors_above(carrier: Carrier) -> tuple[Path, ...]:
    """What closes back and front of a body, in plan: a ramp folds out dashed, a lifting door shows its swing."""
    x0, _, x1, _, _ = body_box(carrier)
    made: list[Path] = []
    for door in carrier.body.doors:
        if door.side == "rear" and door.kind == "ramp":
            made += [line("dark", (x1 + 0.03, y), (x1 + 0.07, y)) for y in (door.start, door.end)]
            made.append(rect("detail", x1 + 0.02, door.start, x1 + 0.07, door.end, 0.01))
        elif door.side == "rear" and door.kind == "barn doors":
            made += [rect("dark", x1, y - 0.03, x1 + 0.06, y + 0.03, 0.01) for y in (door.start, door.end)]
        elif door.side == "front":
            made.append(rect("door.outline", x0 - 0.45, door.start, x0 - 0.04, door.end, 0.03))
    return tuple(made)


def reach_of(carrier: Carrier) -> tuple[float, float]:
    """Least and greatest station of all floors [m]."""
    xs = [
        d.origin[0] + d.u[0] * u
        for d in carrier.decks
        if d.kind in ("floor", "dovetail", "tongue platform")
        for u, _ in d.outline
    ]
    return min(xs), max(xs)


def wells(carrier: Carrier) -> tuple[Path, ...]:
    """Wheel wells standing up through the main deck, and where no bolt may go, in plan."""
    x0, y0, _, y1 = deck_box(carrier.main_deck)
    made: list[Path] = []
    for zone in carrier.body.zones:
        made += [*hatch("zone.hatch", zone.x0, zone.y0, zone.x1, zone.y1), rect("zone", zone.x0, zone.y0, zone.x1, zone.y1)]
    for well in carrier.body.wells:
        low, high = (y0, y0 + well.inward) if well.side == "left" else (y1 - well.inward, y1)
        made.append(rect("well", x0 + well.start, low, x0 + well.end, high, 0.06))
    return tuple(made)
