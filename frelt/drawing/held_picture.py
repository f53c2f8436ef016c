"""A thing with what holds it, from above, from its left and from its rear, to one scale."""

import numpy as np

from ..core.base.kept import Kept
from ..core.geometry.frames import Frame, Frames, Vec
from ..core.model.item import Item
from ..core.model.rig import Rig
from ..core.space.strapped import strap_path
from .overlay.lettering import Lettering
from .shapes import Path, Shape, Text, ellipse, mapped
from .views import View, at_seen, drawn_fills, sketch

GAP, RING, EDGE = 14.0, 3.6, 6.0  # px
VIEWS: tuple[tuple[View, str], ...] = (("plan", "from above"), ("side", "from its left"), ("rear", "from its rear"))


def held_picture(
    rig: Rig,
    frames: Frames,
    item: Item,
    wide: float,
    tall: float,
    fonts: Lettering,
    kept: Kept,
    bad: frozenset[str] = frozenset(),
) -> tuple[Shape, ...]:
    """Shapes in a box so wide and tall [px]. bad: straps past their limit."""
    own = frames.items[item.id]
    straps = rig.tie_down.on(item.id)
    paths = {s.id: [_inside(own, p) for p in strap_path(s, rig, frames)] for s in straps}
    ended = {s.id for s in straps if s.end}
    bolts = [p for b in rig.tie_down.bolts if b.item == item.id for p in b.at]
    a, b, h = item.length.value / 2, item.width.value / 2, item.height.value
    points = [(-a, -b, 0.0), (a, b, h), *(p for run in paths.values() for p in run)]
    low, high = np.min(points, axis=0), np.max(points, axis=0)
    (x0, y0, z0), (x1, y1, z1) = low.tolist(), high.tolist()
    across, down = (x1 - x0) + (y1 - y0), max((z1 - z0), 0.0) + (y1 - y0)
    scale = min((wide - GAP - 2 * EDGE) / max(across, 0.1), (tall - 4.9 * GAP) / max(down, 0.1))
    made: list[Shape] = []
    drawn = sketch(item, drawn_fills(item, {}), kept)
    corners: dict[View, tuple[float, float]] = {
        "side": (EDGE, 1.6 * GAP + (z1 - z0) * scale),
        "rear": ((x1 - x0) * scale + GAP + EDGE, 1.6 * GAP + (z1 - z0) * scale),
        "plan": (EDGE, 4.0 * GAP + (z1 - z0) * scale + (y1 - y0) * scale),
    }
    starts: dict[View, tuple[float, float]] = {"side": (x0, z0), "rear": (y0, z0), "plan": (x0, y0)}
    groups: dict[View, tuple[Path, ...]] = {"plan": drawn.plan, "side": drawn.flank, "rear": drawn.end}
    taken: list[tuple[float, float, float, float]] = []
    labeled: list[tuple[tuple[float, float], str]] = []
    for view, words in VIEWS:
        (left, bottom), (u0, v0) = corners[view], starts[view]
        flip = 1.0 if view == "plan" else -1.0  # y runs to the right of who looks ahead: down in a plan
        if view == "plan":
            bottom -= (y1 - y0) * scale
        at = (scale, 0.0, 0.0, flip * scale, left - u0 * scale, bottom - flip * v0 * scale)
        made += [Path(p.role, p.ops, _mapped(p.xy, at)) for p in groups[view]]
        top = bottom - (z1 - z0) * scale if view != "plan" else bottom
        made.append(Text(left - EDGE, top - 9, words, "soft", "small", 400))
        taken.append((left - EDGE, top - 22, left + 4.6 * len(words), top - 5))
        made += [ellipse("bolt", *mapped(at, *at_seen(p, view)), 2.4) for p in bolts]
        for name, run in paths.items():
            flat = [mapped(at, *at_seen(p, view)) for p in run]
            if len(flat) < 2:
                continue
            ops, xy = "M" + "L" * (len(flat) - 1), tuple(v for p in flat for v in p)
            made += [Path("strap.halo", ops, xy), Path("strap.bad" if name in bad else "strap", ops, xy)]
            rings = [flat[0], flat[-1]] if name in ended else [flat[0]]
            made += [ellipse("anchor", *ring, RING) for ring in rings]
            if view == "plan":
                labeled.append((flat[0], name))
                taken += [(x - RING, y - RING, x + RING, y + RING) for x, y in rings]
    for spot, name in labeled:
        made += _label(spot, name, wide, tall, fonts, taken)
    return tuple(made)


def _label(
    at: tuple[float, float],
    words: str,
    wide: float,
    tall: float,
    fonts: Lettering,
    taken: list[tuple[float, float, float, float]],
) -> list[Shape]:
    """A strap's words beside its first anchor, where nothing is written yet."""
    size = fonts.measure(words, "small", 600)
    for dx, dy in ((8, 4), (-8 - size, 4), (8, 18), (8, -10), (-8 - size, 18), (-8 - size, -10), (8, 32), (20, 4), (20, 18)):
        x, y = min(max(at[0] + dx, 0.0), wide - size), min(max(at[1] + dy, 12.0), tall - 3)
        box = (x - 2, y - 12, x + size + 2, y + 4)
        if all(box[2] < t[0] or t[2] < box[0] or box[3] < t[1] or t[3] < box[1] for t in taken):
            taken.append(box)
            return [_plate(box), Text(x, y, words, "ink", "small", 600)]
    return []


def _plate(box: tuple[float, float, float, float]) -> Path:
    x0, y0, x1, y1 = box
    return Path("plate", "MLLLZ", (x0, y0, x1, y0, x1, y1, x0, y1))


def _inside(frame: Frame, p: Vec) -> Vec:
    x, y, z = (np.array(frame.turn).T @ (np.array(p) - np.array(frame.at))).tolist()
    return x, y, z


def _mapped(xy: tuple[float, ...], at: tuple[float, float, float, float, float, float]) -> tuple[float, ...]:
    return tuple(v for k in range(0, len(xy), 2) for v in mapped(at, xy[k], xy[k + 1]))
