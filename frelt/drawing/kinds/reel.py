"""Reels: flanges with spokes, the drum, and the hose on it in the color of what it holds; stacks stand in tiers."""

from ...core.model.item import HosePart, Item
from ..shapes import Path, ellipse, line, rect, spokes
from ..sketch import Fills, Sketch, draws, sizes


@draws("reel")
def _reel(item: Item, fills: Fills) -> Sketch:
    a, b, h = sizes(item)
    hoses: list[HosePart | None] = [p for p in item.parts if isinstance(p, HosePart)] or [None]
    tier = h / len(hoses)
    plan = [rect("body", -a, -b, a, b, 0.02), *_wound(_tint(hoses[-1]), -b * 0.78, b * 0.78, -a * 0.8, a * 0.8, flip=True)]
    plan += [rect("dark", -a * 0.92, side * b * 0.86 - 0.02, a * 0.92, side * b * 0.86 + 0.02) for side in (-1, 1)]
    flank, end = [rect("body", -a, 0, a, h, 0.02)], [rect("body", -b, 0, b, h, 0.02)]
    for n, hose in enumerate(hoses):
        r, cy = min(a * 0.9, tier * 0.44), tier * (n + 0.5)
        flank += [ellipse("light", 0, cy, r), ellipse(_tint(hose), 0, cy, r * 0.8), ellipse("detail", 0, cy, r * 0.62)]
        flank += [ellipse("light", 0, cy, r * 0.42), ellipse("dark", 0, cy, r * 0.1)]
        flank += spokes("detail", 0, cy, r * 0.1, r * 0.42, 5, 0.3)
        end += _wound(_tint(hose), -b * 0.78, b * 0.78, cy - r * 0.8, cy + r * 0.8)
        end += [rect("dark", side * b * 0.86 - 0.015, cy - r, side * b * 0.86 + 0.015, cy + r) for side in (-1, 1)]
    return Sketch(tuple(plan), tuple(flank), tuple(end))


def _tint(hose: HosePart | None) -> str:
    return f"hose.{hose.holds.tint}" if hose is not None and hose.holds is not None else "hose.other"


def _wound(role: str, u0: float, u1: float, v0: float, v1: float, flip: bool = False) -> list[Path]:
    """Hose side by side on a drum that lies along u; flip where u is drawn upright."""
    turns = 7
    if flip:
        body = rect(role, v0, u0, v1, u1, 0.02)
        return [
            body,
            *(line("detail", (v0, u0 + (u1 - u0) * i / turns), (v1, u0 + (u1 - u0) * i / turns)) for i in range(1, turns)),
        ]
    body = rect(role, u0, v0, u1, v1, 0.02)
    return [
        body,
        *(line("detail", (u0 + (u1 - u0) * i / turns, v0), (u0 + (u1 - u0) * i / turns, v1)) for i in range(1, turns)),
    ]
