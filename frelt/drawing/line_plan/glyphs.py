"""The strokes of each fitting in a line plan, by its glyph."""

from collections.abc import Callable, Iterator, Mapping
from math import cos, pi, sin

from ...core.fitting.registry import type_of
from ...core.model.plumbing import Fitting
from ...core.network.reading import FLOWS
from ...core.report.lines import strength_at
from ..shapes import Shape, Text, ellipse, line, polygon, rect
from .graph import Glyph
from .layout import Drawn, Placed, Plan
from .seen import Seen

Strokes = Callable[[Placed, Fitting, Plan, Seen], Iterator[Shape]]


def _above(p: Placed, words: str, quiet: bool = False, up: float = 13.0) -> Text:
    return Text(
        p.box.mid_x, p.box.mid_y - up, words, "soft" if quiet else "ink", "small", 500 if quiet else 600, True, "middle"
    )


def _below(p: Placed, words: str, down: float = 23.0) -> Text:
    return Text(p.box.mid_x, p.box.mid_y + down, words, "soft", "small", 500, True, "middle")


def _valve(p: Placed, f: Fitting, plan: Plan, seen: Seen) -> Iterator[Shape]:
    yield ellipse("valve", p.box.mid_x, p.box.mid_y, 9)
    yield from _lever(p.box.mid_x, p.box.mid_y, f.stands)
    part = 0.02 <= f.stands < 0.98
    yield _above(p, f"{p.block.name} {f.stands * 100:.0f} %" if part else p.block.name)


def _three_way(p: Placed, f: Fitting, plan: Plan, seen: Seen) -> Iterator[Shape]:
    yield from _three(p, f, plan)
    yield Text(p.box.mid_x - 12, p.box.mid_y + 22, p.block.name, "ink", "small", 600, True, "middle")


def _tee(p: Placed, f: Fitting, plan: Plan, seen: Seen) -> Iterator[Shape]:
    yield ellipse("tee", p.box.mid_x, p.box.mid_y, 3.4)


def _check(p: Placed, f: Fitting, plan: Plan, seen: Seen) -> Iterator[Shape]:
    x, y = p.box.mid_x, p.box.mid_y
    yield ellipse("valve", x, y, 9)
    yield polygon("valve.way", (x - 4, y - 5), (x + 5, y), (x - 4, y + 5))
    yield _above(p, p.block.name, True, 14)


def _strainer(p: Placed, f: Fitting, plan: Plan, seen: Seen) -> Iterator[Shape]:
    x, y = p.box.mid_x, p.box.mid_y
    yield polygon("strainer", (x - 11, y - 9), (x + 11, y - 9), (x + 6, y + 10), (x - 6, y + 10))
    for k in (-4, 0, 4):
        yield line("strainer.mesh", (x + k, y - 7), (x + k * 0.7, y + 8))
    yield _below(p, type_of(f).below)


def _float(p: Placed, f: Fitting, plan: Plan, seen: Seen) -> Iterator[Shape]:
    x, y = p.box.mid_x, p.box.mid_y
    yield ellipse("valve", x, y, 8)
    yield line("lever", (x, y), (x + 9, y + 12))
    yield ellipse("float.ball", x + 10, y + 14, 4.5)


def _injector(p: Placed, f: Fitting, plan: Plan, seen: Seen) -> Iterator[Shape]:
    x, y = p.box.mid_x, p.box.mid_y
    yield polygon(
        "strainer", (x - 15, y - 8), (x - 2, y - 3), (x + 15, y - 8), (x + 15, y + 8), (x - 2, y + 3), (x - 15, y + 8)
    )
    yield _above(p, p.block.name, True)


def _tap(p: Placed, f: Fitting, plan: Plan, seen: Seen) -> Iterator[Shape]:
    x, y = p.box.mid_x, p.box.mid_y
    yield ellipse("tap", x, y, 10)
    yield line("lever", (x - 6, y - 14), (x + 6, y - 14))
    yield line("lever", (x, y - 10), (x, y - 14))
    flow = seen.solved.reading.taps.get(f.id) if seen.solved is not None else None
    shut = f.stands < 0.02
    said = f"{p.block.name} shut" if shut else f"tap {seen.units.show(flow, 'flow')}" if flow is not None else p.block.name
    yield Text(max(x - 16, 2), y + 26, said, "soft", "small", 500, True)


def _drain(p: Placed, f: Fitting, plan: Plan, seen: Seen) -> Iterator[Shape]:
    x, y = p.box.mid_x, p.box.mid_y
    yield polygon("strainer", (x - 9, y - 6), (x + 9, y - 6), (x + 3, y + 8), (x - 3, y + 8))
    yield _below(p, f"{p.block.name} {'open' if f.stands >= 0.02 else 'shut'}", 22)


def _cap(p: Placed, f: Fitting, plan: Plan, seen: Seen) -> Iterator[Shape]:
    x, y = p.box.mid_x, p.box.mid_y
    yield rect("dark", x - 4, y - 8, x + 4, y + 8, 2)


def _plain(p: Placed, f: Fitting, plan: Plan, seen: Seen) -> Iterator[Shape]:
    yield ellipse("valve", p.box.mid_x, p.box.mid_y, 9)
    yield _above(p, p.block.name, True, 14)


def _lever(x: float, y: float, stands: float, turned: float = 0.0) -> Iterator[Shape]:
    """A lever along the line when open, across when shut, between in between."""
    angle = turned + (1 - stands) * pi / 2
    dx, dy = cos(angle), sin(angle)
    yield line("lever", (x, y), (x + 17 * dx, y + 17 * dy))
    yield ellipse("lever.pin", x, y, 2.6)


def _three(p: Placed, f: Fitting, plan: Plan) -> Iterator[Shape]:
    """A three-way valve: its lever lies along the way that is open."""
    x, y = p.box.mid_x, p.box.mid_y
    yield ellipse("valve", x, y, 10)
    ways: Mapping[str, float] = {w: a for d in plan.wires for w, a in _angles(d, p)}
    first, second = ways.get("first", pi), ways.get("second", pi / 2)
    if 0.1 < f.stands < 0.9:
        for a in (first, second):
            yield line("lever", (x, y), (x + 14 * cos(a), y + 14 * sin(a)))
    else:
        a = second if f.stands >= 0.5 else first
        yield line("lever", (x, y), (x + 19 * cos(a), y + 19 * sin(a)))
    yield ellipse("lever.pin", x, y, 2.6)


def _angles(d: Drawn, p: Placed) -> Iterator[tuple[str, float]]:
    """The ways of a block by the side on which a wire meets it [rad, down positive]."""
    for block, way, at, near in ((d.wire.start, d.wire.out, 0, 1), (d.wire.end, d.wire.into, -1, -2)):
        if block == p.block.id:
            (x0, y0), (x1, y1) = d.points[at], d.points[near]
            yield way, (0.0 if x1 > x0 else pi) if abs(x1 - x0) > abs(y1 - y0) else (pi / 2 if y1 > y0 else -pi / 2)


def _gun(p: Placed, f: Fitting, plan: Plan, seen: Seen) -> Iterator[Shape]:
    box = p.box
    x, y = box.left, box.mid_y
    if p.block.glyph == "bar":
        yield line("gun.bar", (x, y), (x + 10, y))
        yield line("gun.bar", (x + 10, y - 11), (x + 10, y + 11))
    else:
        yield polygon(
            "gun",
            (x, y - 4),
            (x + 20, y - 4),
            (x + 20, y + 1),
            (x + 10, y + 1),
            (x + 8, y + 10),
            (x + 3, y + 10),
            (x + 4, y + 1),
            (x, y + 1),
        )
    read = next((g for g in seen.solved.reading.guns if g.gun == f.id), None) if seen.solved is not None else None
    held = f.stands >= 0.02
    if read is not None and read.flow > FLOWS and read.known and not read.drips:
        for a in (-0.35, 0.0, 0.35):
            yield line("gun.spray", (x + 23, y - 2), (x + 23 + 12 * cos(a), y - 2 + 12 * sin(a)))
    at = x + (16 if p.block.glyph == "bar" else 24)
    tip = (
        " + ".join(f"{t:g}" for t in f.tips)
        if len(set(f.tips)) > 1
        else f"{len(f.tips)} × {f.tips[0]:g}"
        if len(f.tips) > 1
        else f"{f.tips[0]:g}"
        if f.tips
        else "none"
    )
    if read is None or not held:
        yield Text(x, y - 9, f"{p.block.name} let go" if read is not None else p.block.name, "soft", "small", 600, True)
        yield Text(at, y + 14, f"tip {tip}", "soft", "small", 500, True)
        return
    if not read.known:
        yield Text(x, y - 9, f"{p.block.name}: unknown", "over", "small", 600, True)
        return
    if read.flow <= FLOWS or read.drips:
        comes = "nothing" if read.flow <= FLOWS else "drips"
        yield Text(x, y - 9, f"{p.block.name}: {comes}", "soft", "small", 600, True)
        yield Text(at, y + 14, f"tip {tip}", "soft", "small", 500, True)
        return
    yield Text(x, y - 9, f"{p.block.name} {seen.units.show(read.flow, 'flow')}", "ink", "small", 600, True)
    strength = strength_at(seen.rig, read)
    more = f", SH {seen.units.show(strength, 'share')}" if strength > 1e-4 else f", tip {tip}"
    yield Text(at, y + 14, f"{seen.units.show(read.at_tip, 'pressure')}{more}", "soft", "small", 500, True)


def _own(p: Placed, f: Fitting, plan: Plan, seen: Seen) -> Iterator[Shape]:
    """The strokes that a kind brings itself."""
    x, y, own = p.box.mid_x, p.box.mid_y, type_of(f)
    for what, role, at in own.strokes:
        if what == "disk":
            yield ellipse(role, x + at[0], y + at[1], at[2])
            continue
        points = [(x + a, y + b) for a, b in zip(at[::2], at[1::2], strict=True)]
        yield line(role, *points) if what == "line" else polygon(role, *points)
    yield _above(p, p.block.name, True, 16)
    if own.below:
        yield _below(p, own.below)


GLYPHS: dict[Glyph, Strokes] = {
    "own": _own,
    "valve": _valve,
    "three": _three_way,
    "tee": _tee,
    "check": _check,
    "strainer": _strainer,
    "float": _float,
    "injector": _injector,
    "tap": _tap,
    "drain": _drain,
    "cap": _cap,
    "relief": _plain,
    "gauge": _plain,
    "gun": _gun,
    "bar": _gun,
}
