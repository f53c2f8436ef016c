"""The walk around a rig over its plan: numbered where one stops, and the way from one to the next."""

from collections.abc import Callable, Collection, Sequence

from ...core.model.rig import Rig
from ...core.report.walk import Stop
from ..shapes import Path, Shape, Text, ellipse

DOT = 8.5  # px


def walk_over(
    rig: Rig,
    stops: Sequence[Stop],
    carrier: str,
    place: Callable[[float, float], tuple[float, float]],
    done: Collection[str] = (),
    now: str = "",
) -> tuple[Shape, ...]:
    """Shapes over the plan of a carrier [px]. place: of a point of it [m] on the sheet.  done: keys of what is ticked; now: of what is looked at."""
    own = [(n, s) for n, s in enumerate(stops, 1) if s.carrier == carrier]
    if not own:
        return ()
    body = next(c for c in rig.carriers if c.id == carrier)
    half = max(abs(v) for _, v in body.main_deck.outline)
    xs = [d.origin[0] + d.u[0] * u for d in body.decks if d.kind in ("floor", "dovetail", "skid") for u, _ in d.outline]
    spots: list[tuple[int, Stop, float, float]] = []
    taken: list[tuple[float, float]] = []
    for n, stop in own:
        x, y = stop.at
        if stop.side in ("left", "right"):
            y = half if stop.side == "right" else -half
        else:
            x = max(xs) if stop.side == "rear" else min(xs)
        px, py = place(x, y)
        way = (1.0, 0.0) if stop.side in ("left", "right") else (0.0, 1.0)
        while any(abs(px - a) < 2 * DOT and abs(py - b) < 2 * DOT for a, b in taken):
            px, py = px + 2 * DOT * way[0], py + 2 * DOT * way[1]
        taken.append((px, py))
        spots.append((n, stop, px, py))
    made: list[Shape] = [
        Path("walk.way", "M" + "L" * (len(spots) - 1), tuple(v for _, _, x, y in spots for v in (x, y)))
        if len(spots) > 1
        else ellipse("walk", 0, 0, 0)
    ]
    for n, stop, px, py in spots:
        role = "walk.now" if stop.key == now else "walk.done" if stop.key in done else "walk"
        made.append(ellipse(role, px, py, DOT))
        made.append(Text(px, py + 4.5, str(n), "ink", "small", 600, True, "middle"))
    return tuple(made)
