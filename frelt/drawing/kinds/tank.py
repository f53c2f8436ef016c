"""Tanks: shell, ribs, lid and outlet, and the liquid with its surface where it really stands."""

from math import asin, pi

from ...core.geometry.tank_shape import ROUND, surface_height
from ...core.kind.registry import given
from ...core.model.item import Item, TankPart
from ..shapes import Path, arc, comb, ellipse, line, polygon, rect
from ..sketch import Fills, Sketch, draws, plain, sizes


@draws("tank")
def _tank(item: Item, fills: Fills) -> Sketch:
    tank = next(iter(item.tanks), None)
    if tank is None:
        return plain(item)
    fill = fills.get(tank.id, 0.0)
    return _fitted(_shell(item, tank, fill), item, tank, fill)


def _shell(item: Item, tank: TankPart, fill: float) -> Sketch:
    if tank.shape in ROUND:
        return _lying(item, tank, fill)
    if tank.shape == "cone bottom":
        return _cone(item, tank, fill)
    if tank.shape == "upright cylinder":
        return _round(item, tank, fill)
    made = box_tank(item, tank, fill)
    return _caged(made, item, tank) if given(item).word("shape") == "cage" and tank.at[2] > 0.08 else made


def _fitted(made: Sketch, item: Item, tank: TankPart, fill: float) -> Sketch:
    """The shell with its baffles and its sight gauge."""
    plan, flank, end = list(made.plan), list(made.flank), list(made.end)
    x0, z0 = tank.at[0] - tank.length / 2, tank.at[2]
    for n in range(tank.baffles):
        x = x0 + tank.length * (n + 1) / (tank.baffles + 1)
        plan.append(line("detail", (x, tank.at[1] - tank.width * 0.44), (x, tank.at[1] + tank.width * 0.44)))
        flank.append(line("detail", (x, z0 + tank.height * 0.06), (x, z0 + tank.height * 0.86)))
    gauge = given(item).word("gauge")
    if gauge in ("on the left", "on the right"):
        sign = -1.0 if gauge == "on the left" else 1.0
        half, tall = sizes(item)[1], tank.height * 0.9
        level = min(surface_height(tank, fill), tall)
        plan.append(rect("light", -0.02, sign * half - 0.02, 0.02, sign * half + 0.02, 0.008))
        views = [(end, sign * (half - 0.03))] + ([(flank, 0.0)] if sign < 0 else [])
        for paths, at in views:
            paths.append(rect("light", at - 0.018, z0 + 0.03, at + 0.018, z0 + tall, 0.012))
            if level > 0.03:
                paths.append(rect(f"liquid.{tank.liquid.tint}", at - 0.012, z0 + 0.03, at + 0.012, z0 + level))
    return Sketch(tuple(plan), tuple(flank), tuple(end))


def box_tank(item: Item, tank: TankPart, fill: float) -> Sketch:
    """A tank with straight walls and rounded corners, its lid by the end."""
    a, b, h = sizes(item)
    r = min(a, b) * 0.22
    lid = min(a, b) * 0.42
    lid_x = -a + lid * 1.7 if a > 1.6 * b else 0.0
    lid_y = b - lid * 1.7 if b > 1.6 * a else 0.0
    plan = [rect("body", -a, -b, a, b, r)]
    if fill > 0:
        plan.append(rect(f"liquid.{tank.liquid.tint}", -a, -b, a, b, r))
    plan += _ribs_plan(a, b)
    plan += [ellipse("light", lid_x, lid_y, lid), ellipse("detail", lid_x, lid_y, lid * 0.62)]
    flank = _upright_view(tank, fill, a, h, r, lid_x, lid)
    end = _upright_view(tank, fill, b, h, r, lid_y, lid)
    return Sketch(tuple(plan), flank, end)


def _caged(made: Sketch, item: Item, tank: TankPart) -> Sketch:
    """A box tank in its cage of bars, on a pallet."""
    a, b, h = sizes(item)
    foot = tank.at[2] - 0.005

    def cage(half: float, inner: tuple[Path, ...]) -> tuple[Path, ...]:
        bars = comb("bar", -half, foot, half, h - 0.03, 5)
        feet = tuple(rect("dark", half * s - 0.05, 0, half * s + 0.05, foot, 0.01) for s in (-0.86, 0.0, 0.86))
        rings = tuple(line("bar", (-half, z), (half, z)) for z in (foot, foot + (h - foot) * 0.5, h - 0.03))
        return (*(_shift(p, 0.0) for p in inner), *bars, *rings, *feet, rect("part", -half, foot - 0.04, half, foot))

    return Sketch((*made.plan, *comb("detail", -a, -b, a, b, 5)), cage(a, made.flank), cage(b, made.end))


def _cone(item: Item, tank: TankPart, fill: float) -> Sketch:
    """A cylinder on a cone in its stand."""
    a, b, h = sizes(item)
    foot, r = tank.at[2], tank.width / 2
    knee, top = foot + tank.cone, min(foot + tank.height, h - 0.03)
    tint, lid = tank.liquid.tint, r * 0.34
    plan = [ellipse("body", 0, 0, a, b), ellipse("light", 0, 0, lid), ellipse("detail", 0, 0, r * 0.86)]
    if fill > 0:
        plan.insert(1, ellipse(f"liquid.{tint}", 0, 0, r))

    def side(half: float) -> tuple[Path, ...]:
        made = [polygon("body", (-r, top), (-r, knee), (-0.03, foot), (0.03, foot), (r, knee), (r, top))]
        if fill > 0:
            level = min(foot + surface_height(tank, fill), top)
            wide = r if level >= knee else r * (level - foot) / max(tank.cone, 1e-6)
            shape = [(-wide, level), (wide, level), (0.02, foot), (-0.02, foot)]
            if level > knee:
                shape = [(-r, level), (r, level), (r, knee), (0.02, foot), (-0.02, foot), (-r, knee)]
            made += [polygon(f"liquid.{tint}", *shape), line(f"surface.{tint}", (-wide, level), (wide, level))]
        posts = [rect("dark", half * s - 0.02, 0, half * s + 0.02, knee) for s in (-0.92, 0.92)]
        ring = rect("part", -half, knee - 0.03, half, knee + 0.02)
        return (*made, *posts, ring, rect("light", -lid, top, lid, h, 0.015), rect("dark", -0.04, foot - 0.06, 0.04, foot))

    return Sketch(tuple(plan), side(a), side(b))


def _ribs_plan(a: float, b: float) -> tuple[Path, ...]:
    if a >= b:
        return tuple(line("detail", (a * s, -b * 0.82), (a * s, b * 0.82)) for s in (0.4, 0.7))
    return tuple(line("detail", (-a * 0.82, b * s), (a * 0.82, b * s)) for s in (-0.4, -0.7))


def _round(item: Item, tank: TankPart, fill: float) -> Sketch:
    a, b, h = sizes(item)
    lid = min(a, b) * 0.34
    plan = [ellipse("body", 0, 0, a, b)]
    if fill > 0:
        plan.append(ellipse(f"liquid.{tank.liquid.tint}", 0, 0, a, b))
    plan += [ellipse("detail", 0, 0, a * 0.86, b * 0.86), ellipse("light", 0, 0, lid), ellipse("detail", 0, 0, lid * 0.62)]
    plan += [rect("dark", a * 0.93, -0.03, a * 1.0, 0.03, 0.01)]
    return Sketch(
        tuple(plan),
        _upright_view(tank, fill, a, h, a * 0.16, 0, lid),
        _upright_view(tank, fill, b, h, b * 0.16, 0, lid),
    )


def _upright_view(tank: TankPart, fill: float, half: float, h: float, r: float, lid_at: float, lid: float) -> tuple[Path, ...]:
    shoulder = h - min(0.07 * h + 0.02, 0.09)
    shell = rect("body", -half, 0, half, shoulder, r)
    paths = [shell]
    if fill > 0:
        level = min(tank.at[2] + surface_height(tank, fill), shoulder)
        paths += _level(tank.liquid.tint, -half, half, level, shoulder, r)
    paths += comb("detail", -half * 0.94, shoulder * 0.1, half * 0.94, shoulder * 0.92, 3, upright=False)
    paths.append(rect("light", lid_at - lid, shoulder, lid_at + lid, h, 0.015))
    paths.append(rect("dark", half - 0.05, 0.05, half + 0.02, 0.11, 0.01))
    return tuple(paths)


def _level(tint: str, x0: float, x1: float, level: float, top: float, r: float) -> list[Path]:
    """Liquid in a shell with rounded corners, up to its level."""
    r = min(r, level / 2) if level < top - r else r
    inset = 0.0
    if level > top - r:
        inset = r - (r * r - max(level - (top - r), 0.0) ** 2) ** 0.5 if level < top else r
    body = [(x0 + r - r * s, r - r * c) for s, c in ((0.0, 1.0), (0.38, 0.92), (0.71, 0.71), (0.92, 0.38), (1.0, 0.0))]
    left = [*body, (x0, max(level - (r if inset else 0.0), r)), (x0 + inset, level)]
    right = [(x1 + x0 - x, y) for x, y in reversed(left)]
    return [
        polygon(f"liquid.{tint}", *left, *right),
        line(f"surface.{tint}", (x0 + inset, level), (x1 - inset, level)),
    ]


def _lying(item: Item, tank: TankPart, fill: float) -> Sketch:
    a, b, h = sizes(item)
    tint, z0 = tank.liquid.tint, tank.at[2]
    ry, rz = tank.width / 2 * 1.02, min(tank.height / 2 * 1.02, (h - z0) / 2)
    mid = z0 + tank.height / 2
    lid = min(a, b) * 0.3
    half = tank.length / 2 * 1.02
    plan = [rect("body", -half, -ry, half, ry, ry * 0.35)]
    if fill > 0:
        plan.append(rect(f"liquid.{tint}", -half, -ry, half, ry, ry * 0.35))
    plan += [line("detail", (half * s, -ry), (half * s, ry)) for s in (-0.6, 0.6)]
    plan += [ellipse("light", 0, 0, lid), ellipse("detail", 0, 0, lid * 0.62)]
    flank = [rect("body", -half, mid - rz, half, mid + rz, rz * 0.4)]
    end = [ellipse("body", 0, mid, ry, rz)]
    if fill > 0:
        level = z0 + surface_height(tank, fill)
        flank += [_shift(p, mid - rz) for p in _level(tint, -half, half, level - (mid - rz), 2 * rz, rz * 0.4)]
        end += _segment(tint, mid, ry, rz, level)
    for s in (-0.6, 0.6):
        flank.append(rect("dark", half * s - 0.035, 0, half * s + 0.035, mid - rz + 0.05))
        flank.append(line("detail", (half * s, mid - rz), (half * s, mid + rz)))
    flank += [
        rect("light", -lid, mid + rz - 0.01, lid, h, 0.015),
        rect("dark", half - 0.03, mid - rz + 0.03, half + 0.04, mid - rz + 0.09),
    ]
    end.append(polygon("dark", (-ry * 0.75, 0), (ry * 0.75, 0), (ry * 0.5, mid - rz * 0.82), (-ry * 0.5, mid - rz * 0.82)))
    end += [ellipse("detail", 0, mid, ry * 0.72, rz * 0.72), rect("light", -lid, mid + rz - 0.01, lid, h, 0.015)]
    return Sketch(tuple(plan), tuple(flank), tuple(end))


def _segment(tint: str, mid: float, ry: float, rz: float, level: float) -> list[Path]:
    """The liquid of a lying tank seen on its end: a segment of the ellipse below its level."""
    s = max(min((level - mid) / rz, 1.0), -1.0)
    top = asin(s)
    under = arc("", 0, mid, ry, rz, -pi - top, top, 28)
    wide = ry * (1 - s * s) ** 0.5
    return [
        Path(f"liquid.{tint}", under.ops + "Z", under.xy),
        line(f"surface.{tint}", (-wide, level), (wide, level)),
    ]


def _shift(path: Path, up: float) -> Path:
    return Path(path.role, path.ops, tuple(v + up if i % 2 else v for i, v in enumerate(path.xy)))
