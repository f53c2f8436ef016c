"""The shop's floor on which a skid is built: a slab, its joints and nothing else."""

from ..core.model.carrier import Stand
from .chassis import deck_box
from .shapes import Group, line, rect

DEEP = 0.06  # of the slab as it is drawn [m]
HIGH = 1.4  # room above it on a drawing with nothing on it [m]


def extent(stand: Stand) -> tuple[float, float, float, float, float]:
    """x0, x1, y0, y1 and the height that the empty floor takes on a drawing [m]."""
    x0, y0, x1, y1 = deck_box(stand.main_deck)
    return x0, x1, y0, y1, HIGH


def plan(stand: Stand) -> tuple[Group, ...]:
    """From above."""
    x0, y0, x1, y1 = deck_box(stand.main_deck)
    joints = [line("seam", (x0, y0 + (y1 - y0) * k / 3), (x1, y0 + (y1 - y0) * k / 3)) for k in (1, 2)]
    joints += [line("seam", (x0 + (x1 - x0) * k / 3, y0), (x0 + (x1 - x0) * k / 3, y1)) for k in (1, 2)]
    return (Group((rect("deck.coated", x0, y0, x1, y1), *joints)), Group(()))


def side(stand: Stand, near: str = "left") -> tuple[Group, ...]:
    """From the left."""
    x0, _, x1, _ = deck_box(stand.main_deck)
    return (Group(()), Group((rect("slab", x0, -DEEP, x1, 0.0),)))


def rear(stand: Stand) -> tuple[Group, ...]:
    """From behind."""
    _, y0, _, y1 = deck_box(stand.main_deck)
    return (Group(()), Group((rect("slab", y0, -DEEP, y1, 0.0),)))
