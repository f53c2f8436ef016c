"""The pull-tape between plan and side: stations from the front edge of the deck."""

from ...core.base.units import FOOT, Units
from ..layout import Sheet
from ..shapes import Shape, Text, line, rect
from ..views import Scene


def tape(scene: Scene, sheet: Sheet, units: Units) -> tuple[Shape, ...]:
    """Its band, marks and figures, as long as the drawing; nothing where it is out of sight."""
    band = sheet.tape
    x0, x1 = sheet.px("plan", scene.extent[0], 0)[0], sheet.px("plan", scene.extent[2], 0)[0]
    left, right, top, bottom = max(x0, band.left), min(x1, band.right), band.top + 2, band.bottom - 2
    if right <= left:
        return ()
    made: list[Shape] = [rect("tape.band", left, top, right, bottom, 2)]
    feet = units.length in ("in", "ft-in")
    base = (FOOT / 4) if feet else 0.1
    step = base if base * sheet.scale >= 5 else base * (4 if feet else 5)
    every = FOOT if feet else 0.5
    while every * sheet.scale < 46:
        every *= 2
    first, last = int(scene.extent[0] / step) - 1, int(scene.extent[2] / step) + 1
    for i in range(first, last + 1):
        x = sheet.px("plan", i * step, 0)[0]
        if not left <= x <= right:
            continue
        whole = abs((i * step / every) - round(i * step / every)) < 1e-6
        made.append(line("tape.mark", (x, top), (x, top + (bottom - top) * (1.0 if whole else 0.3))))
        if whole and x < right - 30:
            made.append(Text(x + 4, bottom - 2, _station(i * step, feet, units), "tape_ink", "small", 600))
    return tuple(made)


def _station(x: float, feet: bool, units: Units) -> str:
    if feet:
        return f"{round(x / FOOT)} ft".replace("-", "−")
    if units.length == "mm":
        return f"{round(x * 1000):,}".replace("-", "−")
    return f"{x:.1f} m".replace("-", "−")
