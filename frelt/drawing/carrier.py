"""A trailer drawn in plan, from the left side and from behind, as its measures say."""

from ..core.carrier import Axle, Deck, Trailer
from ..core.memo import Memo
from .shapes import Group, Path, ellipse, line, polygon, rect

SLAB = 0.11  # depth of the frame below the deck [m]
PLANK = 0.14
WALL = 0.05


def deck_box(deck: Deck) -> tuple[float, float, float, float]:
    """x0, y0, x1, y1 of a level deck in the carrier's plan [m]."""
    xs = [deck.origin[0] + u for u, _ in deck.outline]
    ys = [deck.origin[1] + v for _, v in deck.outline]
    return min(xs), min(ys), max(xs), max(ys)


def extent(trailer: Trailer) -> tuple[float, float, float, float, float]:
    """x0, x1, y0, y1 and the height that the empty trailer takes on a drawing [m]."""
    _x0, y0, x1, y1 = deck_box(trailer.main_deck)
    reach = max(a.track / 2 + _bundle(a) / 2 for a in trailer.axles)
    wall = max(trailer.body.wall, trailer.body.rail)
    return trailer.coupler_x - 0.14, x1 + 0.12, min(y0, -reach), max(y1, reach), trailer.main_deck.origin[2] + wall


def _bundle(axle: Axle) -> float:
    """Width of the tires on one end [m]."""
    return axle.tires.width * axle.tires.each_end * 1.15


_plans: Memo[tuple[Group, ...]] = Memo(64)
_sides: Memo[tuple[Group, ...]] = Memo(64)
_rears: Memo[tuple[Group, ...]] = Memo(64)


def plan(trailer: Trailer) -> tuple[Group, ...]:
    """From above, forward to the left, right side up; kept while the trailer is the same."""
    return _plans.get(trailer.id, (trailer,), lambda: _plan(trailer))


def side(trailer: Trailer, parked: bool = False) -> tuple[Group, ...]:
    """From the left, forward to the left: what stands behind the load, then (second) what stands before it.

    parked: the jack is down.
    """
    return _sides.get((trailer.id, parked), (trailer,), lambda: _side(trailer, parked))


def rear(trailer: Trailer) -> tuple[Group, ...]:
    """From behind: shell behind the load, then deck and wheels."""
    return _rears.get(trailer.id, (trailer,), lambda: _rear(trailer))


def _plan(trailer: Trailer) -> tuple[Group, ...]:
    x0, y0, x1, y1 = deck_box(trailer.main_deck)
    xc, mid = trailer.coupler_x, (y0 + y1) / 2
    span = y1 - y0
    wheels = [
        rect(
            "tire",
            a.x - a.tires.diameter / 2,
            s * a.track / 2 - _bundle(a) / 2,
            a.x + a.tires.diameter / 2,
            s * a.track / 2 + _bundle(a) / 2,
            0.05,
        )
        for a in trailer.axles
        for s in (-1, 1)
    ]
    neck = (
        rect("frame.solid", xc - 0.12, mid - 0.11, x0, mid + 0.11, 0.04),
        rect("frame.solid", x0 - 0.12, mid - span * 0.3, x0, mid + span * 0.3),
    )
    frame: tuple[Path, ...] = (
        line("frame", (x0 + 0.25, mid - span * 0.40), (x0, mid - span * 0.36), (xc + 0.12, mid)),
        line("frame", (x0 + 0.25, mid + span * 0.40), (x0, mid + span * 0.36), (xc + 0.12, mid)),
        line("frame", (xc + 0.12, mid), (x0, mid)),
        ellipse("coupler", xc, mid, 0.07),
        ellipse("coupler.eye", xc, mid, 0.03),
    )
    if trailer.coupler == "gooseneck":
        frame = (*neck, *frame[-2:])
    floor = _floor(trailer.main_deck, x0, y0, x1, y1)
    return (
        Group((*_fenders(trailer, y0, y1), *wheels)),
        Group(frame),
        Group(floor),
        Group(_body_plan(trailer, x0, y0, x1, y1)),
    )


def _fenders(trailer: Trailer, y0: float, y1: float) -> tuple[Path, ...]:
    if not trailer.body.fenders:
        return ()
    r = max(a.tires.diameter for a in trailer.axles) / 2 * 1.12
    first, last = trailer.axles[0].x - r, trailer.axles[-1].x + r
    reach = max(a.track / 2 + _bundle(a) / 2 for a in trailer.axles) + 0.03
    return (rect("fender", first, y1, last, reach, 0.06), rect("fender", first, -reach, last, y0, 0.06))


def _floor(deck: Deck, x0: float, y0: float, x1: float, y1: float) -> tuple[Path, ...]:
    outline = polygon(f"deck.{deck.surface}", *((deck.origin[0] + u, deck.origin[1] + v) for u, v in deck.outline))
    if deck.surface == "planked":
        count = max(int((y1 - y0) / PLANK), 2)
        seams = [y0 + (y1 - y0) * i / count for i in range(1, count)]
        return (outline, *(line("seam", (x0 + 0.02, y), (x1 - 0.02, y)) for y in seams))
    if deck.surface == "plate":
        count = max(round((x1 - x0) / 1.2), 1)
        return (
            outline,
            *(line("seam", (x0 + (x1 - x0) * i / count, y0), (x0 + (x1 - x0) * i / count, y1)) for i in range(1, count)),
        )
    return (outline,)


def _body_plan(trailer: Trailer, x0: float, y0: float, x1: float, y1: float) -> tuple[Path, ...]:
    body = trailer.body
    if body.kind != "enclosed":
        rail = [] if not body.rail else [line("rail", (x1, y0), (x0, y0), (x0, y1), (x1, y1))]
        return (*rail, line("carrier", (x1 + 0.03, y0), (x1 + 0.03, y1)))
    paths = []
    for wall, y in (("left", y0), ("right", y1)):
        out = -WALL if wall == "left" else WALL
        gaps = sorted((d.start, d.end) for d in body.doors if d.side == wall)
        at = x0 - WALL
        for start, end in [*gaps, (x1, x1)]:
            paths.append(rect("wall", at, min(y, y + out), start, max(y, y + out)))
            if end > start:
                paths.append(
                    line(
                        "door",
                        (start, y + out),
                        (start - (end - start) * 0.26, y + out + (end - start) * 0.7 * (1 if out > 0 else -1)),
                    )
                )
            at = end
    if body.nose:
        nose = body.nose
        paths.append(
            polygon(
                "wall.nose",
                (x0 - WALL, y0 - WALL),
                (x0 - WALL, y1 + WALL),
                (x0 - nose * 0.55, y1 * 0.6),
                (x0 - nose, 0.0),
                (x0 - nose * 0.55, y0 * 0.6),
            )
        )
    else:
        paths.append(rect("wall", x0 - WALL, y0 - WALL, x0, y1 + WALL))
    paths.append(line("carrier", (x1 + 0.05, y0 - WALL), (x1 + 0.05, y1 + WALL)))
    return tuple(paths)


def _side(trailer: Trailer, parked: bool) -> tuple[Group, ...]:
    x0, _, x1, _ = deck_box(trailer.main_deck)
    z, xc, zc = trailer.main_deck.origin[2], trailer.coupler_x, trailer.coupler_z
    body = trailer.body
    back: list[Path] = []
    if body.kind == "enclosed":
        nose = body.nose or 0.0
        top = z + body.wall
        back.append(
            polygon(
                "shell", (x0, z), (x0 - nose, z + body.wall * 0.3), (x0 - nose * 0.7, top - 0.12), (x0, top), (x1, top), (x1, z)
            )
        )
        for d in body.doors:
            if d.side in ("left", "right"):
                back.append(rect("door.outline", d.start, z + 0.02, d.end, z + min(d.height, body.wall - 0.05), 0.03))
    elif body.rail:
        back.append(line("rail", (x0, z + body.rail), (x1, z + body.rail)))
        count = max(round((x1 - x0) / 0.9), 1)
        back += [
            line("rail", (x0 + (x1 - x0) * i / count, z), (x0 + (x1 - x0) * i / count, z + body.rail)) for i in range(count + 1)
        ]
    front: list[Path] = [
        *(_neck(trailer, x0) if trailer.coupler == "gooseneck" else _tongue(trailer, x0)),
        rect("slab", x0, z - SLAB, x1, z),
    ]
    if trailer.ball_z is not None and not parked:
        front += [line("axis", (xc, 0.0), (xc, trailer.ball_z)), ellipse("dark", xc, trailer.ball_z, 0.035)]
    jack = xc + 0.28 if trailer.jack_x is None else trailer.jack_x
    foot = 0.0 if parked else min(zc, z) - 0.2
    top = z + 0.5 if trailer.coupler == "gooseneck" else zc + 0.42
    front.append(rect("part", jack - 0.025, foot, jack + 0.025, top, 0.01))
    if parked:
        front.append(rect("dark", jack - 0.08, 0.0, jack + 0.08, 0.03, 0.01))
    for a in trailer.axles:
        r = a.tires.diameter / 2
        front += [ellipse("tire", a.x, r, r), ellipse("wheel", a.x, r, r * 0.58), ellipse("part", a.x, r, r * 0.16)]
    return (Group(tuple(back)), Group(tuple(front)))


def _tongue(trailer: Trailer, x0: float) -> tuple[Path, ...]:
    """The tongue of a ball coupler from the side."""
    z, xc, zc = trailer.main_deck.origin[2], trailer.coupler_x, trailer.coupler_z
    return (
        polygon("frame.solid", (xc - 0.02, zc - 0.02), (xc - 0.02, zc + 0.06), (x0, z), (x0, z - SLAB)),
        ellipse("coupler", xc, zc + 0.02, 0.06),
    )


def _neck(trailer: Trailer, x0: float) -> tuple[Path, ...]:
    """The neck of a gooseneck from the side: riser, beam and the post down to the ball."""
    z, xc, zc = trailer.main_deck.origin[2], trailer.coupler_x, trailer.coupler_z
    beam = max(zc + 0.3, z + 0.5)
    return (
        rect("frame.solid", x0 - 0.12, z - SLAB, x0, beam + 0.16, 0.03),
        polygon("frame.solid", (xc - 0.12, beam), (x0, beam - 0.1), (x0, beam + 0.16), (xc - 0.12, beam + 0.16)),
        rect("frame.solid", xc - 0.07, zc + 0.08, xc + 0.07, beam),
        ellipse("coupler", xc, zc + 0.04, 0.07),
    )


def _rear(trailer: Trailer) -> tuple[Group, ...]:
    _, y0, _, y1 = deck_box(trailer.main_deck)
    z, body, axle = trailer.main_deck.origin[2], trailer.body, trailer.axles[-1]
    back: list[Path] = []
    if body.kind == "enclosed":
        back.append(rect("shell", y0 - WALL, z, y1 + WALL, z + body.wall, 0.06))
    elif body.rail:
        back += [line("rail", (y, z), (y, z + body.rail)) for y in (y0, y1)]
        back.append(line("rail", (y0, z + body.rail), (y1, z + body.rail)))
    r, wide = axle.tires.diameter / 2, _bundle(axle)
    half = axle.track / 2
    front = [
        rect("part", -half + wide / 2, r - 0.035, half - wide / 2, r + 0.035),
        rect("slab", y0, z - SLAB, y1, z),
        *(rect("tire", s * half - wide / 2, 0, s * half + wide / 2, 2 * r, 0.05) for s in (-1, 1)),
        *(rect("dark", y - 0.05, z - SLAB + 0.02, y + 0.05, z - 0.03, 0.01) for y in (y0 + 0.16, y1 - 0.16)),
    ]
    return (Group(tuple(back)), Group(tuple(front)))
