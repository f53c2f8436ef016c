"""A line plan as shapes: amount by width, liquid by tint and edge, gray for what stands still; levers along the line when open, across when shut."""

from collections.abc import Iterator, Sequence
from itertools import pairwise
from math import isnan

from msgspec.structs import replace

from ...core.geometry.tank_shape import surface_height
from ...core.model.liquid import Tint
from ...core.model.plumbing import Fitting
from ...core.network.reading import FLOWS
from ..layout import Box
from ..overlay.lettering import Lettering
from ..shapes import Path, Shape, Text, ellipse, line, polygon, rect
from .glyphs import GLYPHS
from .layout import Drawn, Placed, Plan
from .seen import Seen, tint_at

WIDTHS = (1.2e-5, 1.2e-4, 3.5e-4)  # flows from which a wire is drawn a step wider [m³/s]
ROUND = 7.0  # of a wire's corners [px]


def plan_shapes(plan: Plan, seen: Seen, lettering: Lettering) -> tuple[Shape, ...]:
    """Wires first, the still ones below, then blocks with their words."""
    flows = {d.wire.line: _flow(seen, d.wire.line) for d in plan.wires}
    made: list[Shape] = []
    for d in sorted(plan.wires, key=lambda d: abs(flows[d.wire.line])):
        made += _wire(d, flows[d.wire.line], seen)
    fittings = {f.id: f for f in seen.rig.plumbing.fittings}
    words: list[tuple[Text, Box | None]] = []
    if plan.alone is not None:
        words.append((Text(12.0, plan.alone + 10, "NO LINE GOES TO THESE YET", "soft", "small", 600, True), None))
    for p in plan.blocks:
        for shape in _block(p, fittings.get(p.block.fitting), plan, seen, lettering):
            if isinstance(shape, Text):
                words.append((shape, p.box))
            else:
                made.append(shape)
    return (*made, *_clear(words, plan, lettering))


def _clear(words: Sequence[tuple[Text, Box | None]], plan: Plan, lettering: Lettering) -> Iterator[Text]:
    """The words that do not run over each other or over a block: those in ink first, quiet ones where room is left."""
    taken: list[Box] = []
    blocks = [(p.box, p.box.grown(1, 1, -1, -1)) for p in plan.blocks if p.box.width > 12]
    for quiet in (False, True):
        for text, own in words:
            if (text.color == "soft") is not quiet:
                continue
            wide = lettering.measure(text.words, text.step, text.weight, text.condensed)
            inside = own is not None and own.holds(text.x, text.y - 4)

            def free(one: Text, wide: float = wide, inside: bool = inside, own: Box | None = own, quiet: bool = quiet) -> bool:
                box = _box(one, wide)
                return not any(box.meets(t) for t in taken) and (
                    inside or not any(box.meets(b) for whole, b in blocks if quiet or whole is not own)
                )

            tried = [text] if quiet or inside or own is None else [text, *_beside(text, own)]
            found = next((one for one in tried if free(one)), None)
            if found is None and quiet:
                continue
            found = found or text
            taken.append(_box(found, wide))
            yield found


def _box(text: Text, wide: float) -> Box:
    """What words of a width take."""
    return Box(text.x - {"start": 0.0, "middle": wide / 2, "end": wide}[text.anchor], text.y - 10, wide, 12)


def _beside(text: Text, own: Box) -> tuple[Text, ...]:
    """The same words at the upper right of what they name, at its upper left, below it, at its lower right."""
    right, left = replace(text, x=own.right + 2, anchor="start"), replace(text, x=own.left - 2, anchor="end")
    return (
        replace(right, y=own.top + 4),
        replace(left, y=own.top + 4),
        replace(text, y=own.bottom + 12),
        replace(right, y=own.bottom + 6),
    )


def _flow(seen: Seen, line_id: str) -> float:
    if seen.solved is None:
        return 0.0
    e = seen.solved.piping.branch.get(line_id)
    flow = float(seen.solved.steady.found.flow[e]) if e is not None else 0.0
    return 0.0 if isnan(flow) else flow


def tint_of(seen: Seen, line_id: str) -> Tint:
    """The tint of what a line carries."""
    return tint_at(seen.solved, line_id) if seen.solved is not None else "water"


def _wire(d: Drawn, flow: float, seen: Seen) -> Iterator[Shape]:
    path = _rounded(d.points)
    doubtful = seen.solved is not None and seen.solved.piping.branch.get(d.wire.line) in seen.solved.reading.doubtful
    if d.wire.line == seen.held or d.wire.line in seen.bad:
        yield Path("pipe.held" if d.wire.line == seen.held else "pipe.bad", *path)
    if abs(flow) <= FLOWS:
        yield Path("pipe.still", *path)
        return
    step = sum(abs(flow) >= w for w in WIDTHS)
    tint = tint_of(seen, d.wire.line)
    yield Path(f"pipe.edge.{tint}.{step}", *path)
    yield Path(f"pipe.fill.{tint}.{step}", *path)
    if doubtful:
        yield Path("pipe.doubt", *path)
        return
    yield from _arrows(d.points, flow, tint)


def _arrows(points: tuple[tuple[float, float], ...], flow: float, tint: str) -> Iterator[Shape]:
    """A small head amid the longest run of a wire, the way it flows."""
    a, b = max(pairwise(points), key=lambda r: abs(r[0][0] - r[1][0]) + abs(r[0][1] - r[1][1]))
    long = abs(a[0] - b[0]) + abs(a[1] - b[1])
    if long < 26:
        return
    if flow < 0:
        a, b = b, a
    dx, dy = (b[0] - a[0]) / long, (b[1] - a[1]) / long
    x, y = (a[0] + b[0]) / 2, (a[1] + b[1]) / 2
    r = 4.5
    yield polygon(
        f"pipe.head.{tint}",
        (x + dx * r, y + dy * r),
        (x - dx * r - dy * r, y - dy * r + dx * r),
        (x - dx * r + dy * r, y - dy * r - dx * r),
    )


def _rounded(points: tuple[tuple[float, float], ...]) -> tuple[str, tuple[float, ...]]:
    """A run of lines with rounded corners, as ops and coordinates."""
    ops, xy = "M", [*points[0]]
    for n in range(1, len(points) - 1):
        (ax, ay), (bx, by), (cx, cy) = points[n - 1], points[n], points[n + 1]
        before, after = abs(ax - bx) + abs(ay - by), abs(cx - bx) + abs(cy - by)
        r = min(ROUND, before / 2, after / 2)
        if r < 0.5:
            ops += "L"
            xy += [bx, by]
            continue
        px, py = bx + (ax - bx) / before * r, by + (ay - by) / before * r
        qx, qy = bx + (cx - bx) / after * r, by + (cy - by) / after * r
        ops += "LC"
        xy += [px, py, px + (bx - px) * 0.55, py + (by - py) * 0.55, qx + (bx - qx) * 0.55, qy + (by - qy) * 0.55, qx, qy]
    ops += "L"
    xy += [*points[-1]]
    return ops, tuple(xy)


# blocks


def _block(p: Placed, fitting: Fitting | None, plan: Plan, seen: Seen, lettering: Lettering) -> Iterator[Shape]:
    box, glyph = p.box, p.block.glyph
    if p.block.id == seen.held:
        yield rect("pipe.ring", box.left - 5, box.top - 5, box.right + 5, box.bottom + 5, 8)
    elif p.block.id in seen.bad or p.block.item in seen.bad:
        yield rect("pipe.ring.bad", box.left - 5, box.top - 5, box.right + 5, box.bottom + 5, 8)
    if fitting is not None:
        yield from GLYPHS[p.block.glyph](p, fitting, plan, seen)
        return
    if glyph == "tank":
        yield from _tank(p, seen, lettering)
    elif glyph == "reel":
        yield from _reel(p, seen, lettering)
    else:
        yield rect("body", box.left, box.top, box.right, box.bottom, 4)
        yield from _machine(p, seen, lettering)


def _tank(p: Placed, seen: Seen, lettering: Lettering) -> Iterator[Shape]:
    box = p.box
    tank = seen.rig.item(p.block.item).tanks[0]
    address = f"{p.block.item}/{tank.id}"
    fill = seen.solved.fills.get(address, tank.top) if seen.solved is not None else tank.top
    high = surface_height(tank, fill) / max(tank.height, 1e-9)
    y = box.bottom - 2 - (box.height - 4) * min(max(high, 0.0), 1.0)
    yield rect("light", box.left, box.top, box.right, box.bottom, 5)
    yield rect(f"liquid.{tank.liquid.tint}", box.left + 1, y, box.right - 1, box.bottom - 1, 3)
    if fill > 0:
        for a, b in ((box.left + 1, box.left + 9), (box.right - 9, box.right - 1)):  # clear of the words
            yield line(f"surface.{tank.liquid.tint}", (a, y), (b, y))
    yield rect("part", box.mid_x - 12, box.top - 5, box.mid_x + 12, box.top, 2)
    words = lettering.wrap(p.block.name, box.width - 8, "small", 600, True)[: 2 if box.height > 50 else 1]
    at = box.mid_y - 7 * (len(words) - 1) - 2
    for n, row in enumerate(words):
        yield Text(box.mid_x, at + 14 * n, row, "ink", "small", 600, True, "middle")
    volume = seen.units.show(fill * tank.capacity.value, "volume")
    yield Text(box.mid_x, at + 14 * len(words) + 1, volume, "ink", "small", 500, True, "middle")


def _reel(p: Placed, seen: Seen, lettering: Lettering) -> Iterator[Shape]:
    x, y, r = p.box.mid_x, p.box.mid_y, min(p.box.height, p.box.width) / 2
    yield ellipse("body", x, y, r)
    hose = next((h for h in seen.rig.item(p.block.item).parts if h.id == p.block.id.partition("/")[2]), None)
    line_id = next((x.id for x in seen.rig.plumbing.lines if p.block.id in (x.start, x.end)), "")
    flows = abs(_flow(seen, line_id)) > FLOWS
    tint = tint_of(seen, line_id) if flows else "other"
    for k in (0.78, 0.56, 0.36):
        yield ellipse(f"wound.{tint}" if flows else "detail", x, y, r * k)
    length = getattr(hose, "length", 0.0)
    bore = getattr(hose, "bore", 0.0)
    said = f"{seen.units.show(length, 'distance')} of {seen.units.show(bore, 'length')}"
    yield Text(x, p.box.bottom + 13, said, "soft", "small", 500, True, "middle")


def _machine(p: Placed, seen: Seen, lettering: Lettering) -> Iterator[Shape]:
    box = p.box
    words = lettering.wrap(p.block.name, box.width - 8, "small", 600, True)[:2]
    pump = None
    if seen.solved is not None:
        pump = next((q for q in seen.solved.reading.pumps if q.item == p.block.item), None)
    said = ""
    if pump is not None:
        if not pump.runs:
            said = "off"
        elif not pump.known:
            said = "draws air" if seen.solved is not None and seen.solved.reading.air else "unknown"
        elif pump.idle:
            said = "goes round"
        else:
            said = seen.units.show(pump.flow, "flow")
    rows = [*words[: 1 if said else 2], *([said] if said else [])]
    top = box.mid_y + 4.5 - 7 * (len(rows) - 1)
    for n, row in enumerate(rows):
        quiet = bool(said) and n == len(rows) - 1
        color = "over" if quiet and pump is not None and (pump.starves or not pump.known) else "ink"
        yield Text(box.mid_x, top + 14 * n, row, color, "small", 500 if quiet else 600, True, "middle")
    if pump is not None and pump.runs and pump.back > FLOWS and not pump.idle:
        back = f"{seen.units.show(pump.back, 'flow')} back"
        yield Text(box.left + 0.72 * box.width + 6, box.top - 5, back, "soft", "small", 500, True)


def box_of(p: Placed) -> Box:
    """Where a block is pressed."""
    return p.box.grown(-6, -6, 6, 6)
