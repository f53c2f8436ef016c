"""A vehicle drawn in plan, from the left side and from behind: cab, hood, and the body its kind has."""

from ..core.model.carrier import Vehicle
from .chassis import (
    SLAB,
    WALL,
    bundle,
    deck_box,
    decks_beside,
    doors_behind,
    floor,
    lamps,
    shell_behind,
    wells,
    wheels_above,
    wheels_behind,
    wheels_beside,
)
from .shapes import Group, Path, ellipse, line, polygon, rect

SIDE = 0.22  # thickness of a bed's side [m]
BOXES = 0.42  # depth of a service body's compartments [m]
GAP = 0.06  # between cab and bed [m]


def extent(v: Vehicle) -> tuple[float, float, float, float, float]:
    """x0, x1, y0, y1 and the height that the empty vehicle takes on a drawing [m]."""
    _, _, x1, _ = deck_box(v.main_deck)
    low, high = flanks(v)
    reach = max(a.track / 2 + bundle(a) / 2 for a in v.axles)
    tail = max(x1 + 0.16, (v.ball_x or x1) + 0.1)
    top = max(v.body.cab_height, v.main_deck.origin[2] + max(v.body.wall, v.body.rail))
    return front_of(v) - 0.06, tail, min(low, -reach), max(high, reach), top


def front_of(v: Vehicle) -> float:
    """Station of the front bumper [m]."""
    return v.main_deck.origin[0] - v.body.cab - v.body.hood - GAP


def flanks(v: Vehicle) -> tuple[float, float]:
    """y of the body's sides [m]."""
    _, y0, _, y1 = deck_box(v.main_deck)
    out = {"pickup": SIDE, "service body": BOXES, "van": 0.12, "box truck": WALL}.get(v.body_kind, 0.0)
    return y0 - out, y1 + out


def cab_sides(v: Vehicle) -> tuple[float, float]:
    """y of the cab's sides [m]: as wide as the body of a pickup or van, else as the wheels."""
    low, high = flanks(v)
    wide = max(v.front.track + v.front.tires.width * 1.2, 1.7) / 2
    return (low, high) if v.body_kind in ("pickup", "van") else (-wide, wide)


def plan(v: Vehicle) -> tuple[Group, ...]:
    """From above, forward to the left, right side up."""
    x0, y0, x1, y1 = deck_box(v.main_deck)
    frame = (
        rect("frame.solid", front_of(v) + 0.3, -0.46, x1, -0.38),
        rect("frame.solid", front_of(v) + 0.3, 0.38, x1, 0.46),
        *_ball(v, x1),
    )
    return (
        Group(wheels_above(v.axles)),
        Group(frame),
        Group((*floor(v.main_deck), *wells(v))),
        Group((*_body_above(v, x0, y0, x1, y1), *_cab_above(v))),
    )


def _ball(v: Vehicle, x1: float) -> tuple[Path, ...]:
    if v.ball_x is None:
        return ()
    bar = () if v.ball_x < x1 else (rect("frame.solid", x1 - 0.3, -0.04, v.ball_x, 0.04),)
    return (*bar, ellipse("coupler", v.ball_x, 0.0, 0.05), ellipse("coupler.eye", v.ball_x, 0.0, 0.025))


def _cab_above(v: Vehicle) -> tuple[Path, ...]:
    y0, y1 = cab_sides(v)
    back = v.main_deck.origin[0] - (0.0 if v.body_kind == "van" else GAP)
    screen, nose = back - v.body.cab, front_of(v)
    inset = (y1 - y0) * 0.1
    made = [
        polygon(
            "hood",
            (screen + 0.1, y0 + 0.03),
            (nose + 0.06, y0 + inset),
            (nose, 0.0),
            (nose + 0.06, y1 - inset),
            (screen + 0.1, y1 - 0.03),
        )
        if v.body.hood > 0.05
        else rect("hood", nose, y0 + 0.03, screen + 0.2, y1 - 0.03, 0.08),
        rect("cab", screen, y0, back, y1, 0.12),
        polygon(
            "glass",
            (screen + 0.06, y0 + 0.12),
            (screen + 0.34, y0 + 0.2),
            (screen + 0.34, y1 - 0.2),
            (screen + 0.06, y1 - 0.12),
        ),
    ]
    for seat in v.seats:
        made.append(rect("seat", seat.x - 0.24, seat.y - 0.23, seat.x + 0.24, seat.y + 0.23, 0.08))
    for s, y in ((-1, y0), (1, y1)):
        made.append(rect("dark", screen + 0.12, min(y, y + s * 0.16), screen + 0.22, max(y, y + s * 0.16), 0.03))
    return tuple(made)


def _body_above(v: Vehicle, x0: float, y0: float, x1: float, y1: float) -> tuple[Path, ...]:
    low, high = flanks(v)
    if v.body_kind == "pickup":
        gate = rect("wall", x1, low, x1 + 0.06, high)
        return (rect("wall", x0, low, x1, y0), rect("wall", x0, y1, x1, high), rect("wall", x0 - 0.04, low, x0, high), gate)
    if v.body_kind == "flatbed":
        rail = [line("rail", (x1, y0), (x0, y0), (x0, y1), (x1, y1))] if v.body.rail else []
        return (*rail, rect("wall", x0 - 0.05, y0, x0, y1), line("carrier", (x1 + 0.02, y0), (x1 + 0.02, y1)))
    if v.body_kind == "service body":
        made = []
        for a, b in ((low, y0), (y1, high)):
            made.append(rect("boxes", x0, a, x1, b, 0.02))
            count = max(round((x1 - x0) / 0.8), 2)
            made += [line("door", (x0 + (x1 - x0) * i / count, a), (x0 + (x1 - x0) * i / count, b)) for i in range(1, count)]
        return (*made, rect("wall", x0 - 0.05, low, x0, high), line("carrier", (x1 + 0.02, y0), (x1 + 0.02, y1)))
    return tuple(_walls(v, x0, x1, low, high))


def _walls(v: Vehicle, x0: float, x1: float, low: float, high: float) -> list[Path]:
    """Walls of a van or a box with the gaps of their doors."""
    made: list[Path] = []
    for name, y, out in (("left", low, WALL), ("right", high, -WALL)):
        gaps = sorted((d.start, d.end) for d in v.body.doors if d.side == name)
        at = x0
        for start, end in [*gaps, (x1, x1)]:
            made.append(rect("wall", at, min(y, y + out), start, max(y, y + out)))
            if end > start and v.body_kind == "van":
                made.append(line("door", (start, y - out), (end - 0.1, y - out * 1.6)))
            elif end > start:
                made.append(line("door", (start, y), (start - (end - start) * 0.26, y - out * 12)))
            at = end
    if v.body_kind == "box truck":
        made.append(rect("wall", x0 - WALL, low, x0, high))
    if any(d.side == "rear" for d in v.body.doors):
        mid = (low + high) / 2
        made += [
            line("carrier", (x1 + 0.03, low), (x1 + 0.03, mid - 0.02)),
            line("carrier", (x1 + 0.03, mid + 0.02), (x1 + 0.03, high)),
        ]
        made += [rect("dark", x1, y - 0.03, x1 + 0.06, y + 0.03, 0.01) for y in (low, high)]
    return made


def side(v: Vehicle, near: str = "left") -> tuple[Group, ...]:
    """From the left, forward to the left: what stands behind the load, then what stands before it."""
    x0, _, x1, _ = deck_box(v.main_deck)
    z, nose = v.main_deck.origin[2], front_of(v)
    tires = max(a.tires.diameter for a in v.axles)
    back = [*_cab_beside(v, nose, tires), *_body_beside(v, x0, x1, z, near)]
    front: list[Path] = [
        rect("slab", x0, z - SLAB, x1, z),
        rect("frame.solid", nose + 0.35, tires * 0.62, x1 - 0.05, tires * 0.62 + 0.13),
        rect("dark", nose - 0.02, tires * 0.5, nose + 0.1, tires * 0.5 + 0.2, 0.02),
    ]
    if z - SLAB > tires * 0.62 + 0.15:
        front.insert(0, rect("detail", x0 + 0.1, tires * 0.62 + 0.13, x1 - 0.1, z - SLAB))
    if v.ball_x is not None:
        ball = 0.45 if v.ball_z is None else v.ball_z
        if v.ball_x >= x1:
            front.append(
                polygon(
                    "frame.solid",
                    (x1 - 0.35, ball - 0.02),
                    (v.ball_x + 0.03, ball - 0.06),
                    (v.ball_x + 0.03, ball - 0.01),
                    (x1 - 0.35, ball + 0.05),
                )
            )
        front.append(ellipse("dark", v.ball_x, ball + 0.02, 0.035))
    front += [*decks_beside(v), *wheels_beside(v.axles)]
    return (Group(tuple(back)), Group(tuple(front)))


def _cab_beside(v: Vehicle, nose: float, tires: float) -> list[Path]:
    back = v.main_deck.origin[0] - (0.0 if v.body_kind == "van" else GAP)
    screen, top, sill = back - v.body.cab, v.body.cab_height, tires * 0.55
    belt = sill + min((top - sill) * 0.52, 0.78)
    bonnet = belt - 0.02
    lean = min(0.42, v.body.cab * 0.35)
    hood = ((nose, bonnet - 0.28), (nose + 0.08, bonnet - 0.1)) if v.body.hood > 0.05 else ()
    shell = polygon(
        "cab",
        (nose, sill),
        *hood,
        (screen if hood else nose, bonnet),
        (screen + lean, top - 0.05),
        (screen + lean + 0.12, top),
        (back, top),
        (back, sill),
    )
    pane = min(top - 0.1, belt + 0.62)
    glass = polygon(
        "glass",
        (screen + 0.16, belt + 0.02),
        (screen + 0.16 + min(lean, lean * (pane - belt) / (top - belt)), pane),
        (screen + v.body.cab * 0.72, pane),
        (screen + v.body.cab * 0.72, belt + 0.02),
    )
    door = line("door", (screen + v.body.cab * 0.78, sill + 0.05), (screen + v.body.cab * 0.78, top - 0.08))
    return [shell, glass, door, rect("dark", nose + 0.03, bonnet - 0.26, nose + 0.14, bonnet - 0.14, 0.02)]


def _body_beside(v: Vehicle, x0: float, x1: float, z: float, near: str) -> list[Path]:
    if v.body_kind in ("van", "box truck"):
        top = z + v.body.wall
        fall = v.body.lower_front
        made = [
            polygon("shell", (x0, z), (x0, top - fall), (x1, top), (x1, z)) if fall else rect("shell", x0, z, x1, top, 0.06)
        ]
        for d in v.body.doors:
            if d.side == near:
                made.append(rect("door.outline", d.start, z + 0.02, d.end, z + min(d.height, v.body.wall - 0.05), 0.03))
        made += [line("rail", (x0 + 0.1, top + 0.12), (x1 - 0.1, top + 0.12))] if v.body.rack else []
        return made
    made = []
    if v.body_kind == "pickup":
        made.append(polygon("shell", (x0, z - SLAB), (x0, z + v.body.rail), (x1, z + v.body.rail), (x1, z - SLAB)))
    elif v.body_kind == "service body":
        made.append(rect("boxes", x0, z - 0.32, x1, z + v.body.rail, 0.02))
        count = max(round((x1 - x0) / 0.8), 2)
        made += [
            line("door", (x0 + (x1 - x0) * i / count, z - 0.32), (x0 + (x1 - x0) * i / count, z + v.body.rail))
            for i in range(1, count)
        ]
    else:
        made.append(line("rail", (x0, z), (x0, z + 0.75)))
        made += [line("rail", (x0, z + v.body.rail), (x1, z + v.body.rail))] if v.body.rail else []
    if v.body.rack:
        made += [line("rail", (x0, z), (x0, v.body.cab_height + 0.1), (x1, v.body.cab_height + 0.1), (x1, z))]
    return made


def rear(v: Vehicle) -> tuple[Group, ...]:
    """From behind: what stands behind the load, then deck and wheels."""
    _, y0, _, y1 = deck_box(v.main_deck)
    low, high = flanks(v)
    z, body = v.main_deck.origin[2], v.body
    cab0, cab1 = cab_sides(v)
    back: list[Path] = []
    if v.body_kind in ("van", "box truck"):
        back.append(shell_behind(body, low, z, high, 0.08))
    else:
        back += [
            rect("cab", cab0, z, cab1, body.cab_height, 0.12),
            rect("glass", cab0 + 0.22, body.cab_height - 0.55, cab1 - 0.22, body.cab_height - 0.12, 0.05),
        ]
    if v.body_kind == "pickup":
        back += [rect("wall", low, z, y0, z + body.rail), rect("wall", y1, z, high, z + body.rail)]
    elif v.body_kind == "service body":
        back += [rect("boxes", low, z - 0.32, y0, z + body.rail), rect("boxes", y1, z - 0.32, high, z + body.rail)]
    for well in body.wells:
        a, b = (y0, y0 + well.inward) if well.side == "left" else (y1 - well.inward, y1)
        back.append(rect("well", a, z, b, z + well.height, 0.05))
    back += doors_behind(v)
    front = [*wheels_behind(v.rear[-1]), rect("slab", y0, z - SLAB, y1, z), *lamps(y0, y1, z)]
    if v.ball_x is not None and v.ball_x >= deck_box(v.main_deck)[2]:
        ball = 0.45 if v.ball_z is None else v.ball_z
        front += [rect("frame.solid", -0.05, ball - 0.06, 0.05, ball), ellipse("dark", 0.0, ball + 0.03, 0.03)]
    return (Group(tuple(back)), Group(tuple(front)))
