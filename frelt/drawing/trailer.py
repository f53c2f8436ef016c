"""A trailer drawn in plan, from the left side and from behind, as its measures say."""

from ..core.model.carrier import Trailer
from .chassis import (
    SLAB,
    WALL,
    bundle,
    deck_box,
    decks_beside,
    doors_above,
    doors_behind,
    floor,
    lamps,
    more_decks,
    reach_of,
    shell_behind,
    wells,
    wheels_above,
    wheels_behind,
    wheels_beside,
)
from .shapes import Group, Path, ellipse, line, polygon, rect


def extent(trailer: Trailer) -> tuple[float, float, float, float, float]:
    """x0, x1, y0, y1 and the height that the empty trailer takes on a drawing [m]."""
    _, y0, _, y1 = deck_box(trailer.main_deck)
    x1 = reach_of(trailer)[1]
    reach = max(a.track / 2 + bundle(a) / 2 for a in trailer.axles)
    wall = max(trailer.body.wall, trailer.body.rail)
    return trailer.coupler_x - 0.14, x1 + 0.12, min(y0, -reach), max(y1, reach), trailer.main_deck.origin[2] + wall


def plan(trailer: Trailer) -> tuple[Group, ...]:
    """From above, forward to the left, right side up."""
    x0, y0, x1, y1 = deck_box(trailer.main_deck)
    xc, mid = trailer.coupler_x, (y0 + y1) / 2
    span = y1 - y0
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
    return (
        Group((*_fenders(trailer, y0, y1), *wheels_above(trailer.axles))),
        Group(frame),
        Group((*floor(trailer.main_deck), *more_decks(trailer), *wells(trailer))),
        Group((*_body_plan(trailer, x0, y0, x1, y1), *doors_above(trailer))),
    )


def _fenders(trailer: Trailer, y0: float, y1: float) -> tuple[Path, ...]:
    if not trailer.body.fenders:
        return ()
    r = max(a.tires.diameter for a in trailer.axles) / 2 * 1.12
    first, last = trailer.axles[0].x - r, trailer.axles[-1].x + r
    reach = max(a.track / 2 + bundle(a) / 2 for a in trailer.axles) + 0.03
    return (rect("fender", first, y1, last, reach, 0.06), rect("fender", first, -reach, last, y0, 0.06))


def _body_plan(trailer: Trailer, x0: float, y0: float, x1: float, y1: float) -> tuple[Path, ...]:
    body = trailer.body
    if body.kind != "enclosed":
        rail = [] if not body.rail else [line("rail", (x1, y0), (x0, y0), (x0, y1), (x1, y1))]
        return (*rail, line("carrier", (x1 + 0.03, y0), (x1 + 0.03, y1)))
    paths = []
    x1 = reach_of(trailer)[1]
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


def side(trailer: Trailer, parked: bool, near: str = "left") -> tuple[Group, ...]:
    """From the left, forward to the left: what stands behind the load, then what stands before it.

    parked: the jack is down.  near: the side that is looked at, whose doors are drawn.
    """
    x0, _, x1, _ = deck_box(trailer.main_deck)
    z, xc, zc = trailer.main_deck.origin[2], trailer.coupler_x, trailer.coupler_z
    body = trailer.body
    back: list[Path] = []
    if body.kind == "enclosed":
        nose = body.nose or 0.0
        high, end = z + body.wall, reach_of(trailer)[1]
        top = high - body.lower_front
        back.append(
            polygon(
                "shell",
                (x0, z),
                (x0 - nose, z + body.wall * 0.3),
                (x0 - nose * 0.7, top - 0.12),
                (x0, top),
                (end, high),
                (end, z),
            )
        )
        for d in body.doors:
            if d.side == "front":
                back.append(
                    polygon(
                        "door.outline",
                        (x0 - 0.04, top - 0.1),
                        (x0 - nose * 0.7 - 0.02, top - 0.16),
                        (x0 - nose * 0.55, top + 0.28),
                    )
                )
            if d.side == near:
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
    front += decks_beside(trailer)
    if parked and trailer.stands_x is not None:
        front += [
            rect("part", trailer.stands_x - 0.03, 0.0, trailer.stands_x + 0.03, z - SLAB, 0.01),
            rect("dark", trailer.stands_x - 0.09, 0.0, trailer.stands_x + 0.09, 0.03, 0.01),
        ]
    front += wheels_beside(trailer.axles)
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


def rear(trailer: Trailer) -> tuple[Group, ...]:
    """From behind: shell behind the load, then deck and wheels."""
    _, y0, _, y1 = deck_box(trailer.main_deck)
    z, body, axle = trailer.main_deck.origin[2], trailer.body, trailer.axles[-1]
    back: list[Path] = []
    if body.kind == "enclosed":
        back.append(shell_behind(body, y0 - WALL, z, y1 + WALL, 0.06))
    elif body.rail:
        back += [line("rail", (y, z), (y, z + body.rail)) for y in (y0, y1)]
        back.append(line("rail", (y0, z + body.rail), (y1, z + body.rail)))
    back += doors_behind(trailer)
    front = [*wheels_behind(axle), rect("slab", y0, z - SLAB, y1, z), *lamps(y0, y1, z)]
    return (Group(tuple(back)), Group(tuple(front)))
