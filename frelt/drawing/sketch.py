"""How a kind of equipment is drawn: three sketches in the item's own frame, by the strokes one knows it by.

To add a kind: a file in `drawing/kinds` with a function from (item, fills) to a Sketch, registered
under the kind's id. plan is (x, y); flank is (x, z), seen along y; end is (y, z), seen along x.
Roles: `body` the outline of what is mounted, `detail` fine strokes, `dark` solid parts, `light` open
parts, `liquid.TINT` and `surface.TINT` for what a tank holds, `hose.TINT` for what is on a drum.
"""

from collections.abc import Callable, Mapping

from msgspec import Struct

from ..core.model.item import Item
from .shapes import Path, rect

Fills = Mapping[str, float]  # by part id


class Sketch(Struct, frozen=True):
    """Three views of one item in its own frame [m]; the first path of each is its outline.

    failed: it is a plain box, since its kind's own drawing failed.
    """

    plan: tuple[Path, ...]
    flank: tuple[Path, ...]
    end: tuple[Path, ...]
    failed: bool = False


Draw = Callable[[Item, Fills], Sketch]
SKETCHES: dict[str, Draw] = {}


def draws(kind: str) -> Callable[[Draw], Draw]:
    """Register the sketch of a kind. Raises ValueError where it has one."""

    def keep(draw: Draw) -> Draw:
        if kind in SKETCHES:
            raise ValueError(f"kind {kind} is drawn twice")
        SKETCHES[kind] = draw
        return draw

    return keep


def sketched(kind_id: str) -> Draw | None:
    """How a kind is drawn, loaded when it is first asked for; None where it has no sketch."""
    if kind_id not in SKETCHES:
        from . import kinds

        kinds.load(kind_id)
    return SKETCHES.get(kind_id)


def sizes(item: Item) -> tuple[float, float, float]:
    """Half length, half width and height [m]."""
    return item.length.value / 2, item.width.value / 2, item.height.value


def plain(item: Item) -> Sketch:
    """A box, for kinds without a sketch."""
    a, b, h = sizes(item)
    return Sketch((rect("body", -a, -b, a, b, 0.02),), (rect("body", -a, 0, a, h, 0.02),), (rect("body", -b, 0, b, h, 0.02),))
