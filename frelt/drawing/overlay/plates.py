"""Plates of a scale under the plan: what stands on each, with what was read there."""

from collections.abc import Callable, Mapping, Sequence

from ...core.model.carrier import Carrier, Trailer
from ..shapes import Shape, Text, rect

HALF, TONGUE = (0.42, 0.2), 0.16  # of a plate under a wheel, along and across; under a tongue [m]
Place = Callable[[float, float], tuple[float, float]]


def plate_spots(carrier: Carrier, stood: Sequence[tuple[str, ...]]) -> dict[int, tuple[float, float, float, float]]:
    """Each plate of a carrier as a box of its plan [m], by its number."""
    axles = {a.id: a for a in carrier.axles}
    found: dict[int, tuple[float, float, float, float]] = {}
    for n, names in enumerate(stood):
        boxes = []
        for name in names:
            axle, _, side = name.partition("/")
            if axle in axles:
                a = axles[axle]
                for one, sign in (("left", -1.0), ("right", 1.0)):
                    if side in ("", one):
                        boxes.append((a.x - HALF[0], sign * a.track / 2 - HALF[1], a.x + HALF[0], sign * a.track / 2 + HALF[1]))
            elif isinstance(carrier, Trailer) and name in ("coupler", "jack"):
                x = carrier.coupler_x if name == "coupler" or carrier.jack_x is None else carrier.jack_x
                boxes.append((x - TONGUE, -TONGUE, x + TONGUE, TONGUE))
        if boxes:
            found[n] = (min(b[0] for b in boxes), min(b[1] for b in boxes), max(b[2] for b in boxes), max(b[3] for b in boxes))
    return found


def plates_over(
    carrier: Carrier, stood: Sequence[tuple[str, ...]], said: Mapping[int, str], place: Place, now: int = -1
) -> tuple[Shape, ...]:
    """Shapes over the plan [px]. said: what was read on each, by number; now: the one that is typed."""
    made: list[Shape] = []
    for n, (x0, y0, x1, y1) in plate_spots(carrier, stood).items():
        (ax, ay), (bx, by) = place(x0, y0), place(x1, y1)
        left, top, right, bottom = min(ax, bx), min(ay, by), max(ax, bx), max(ay, by)
        made.append(
            rect("plate.now" if n == now else "plate.read" if said.get(n) else "plate.empty", left, top, right, bottom, 3)
        )
        words = said.get(n, "")
        if words:
            wide = 7.2 * len(words) + 6
            x, y = (left + right) / 2, (top + bottom) / 2
            made.append(rect("plate", x - wide / 2, y - 9, x + wide / 2, y + 9, 3))
            made.append(Text(x, y + 5, words, "ink", "text", 600, True, "middle"))
    return tuple(made)
