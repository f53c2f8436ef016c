"""The one answer to what a thing weighs: dry, with its hoses filled, with its tanks at some fills."""

from collections.abc import Iterable, Mapping

from ..base.figure import Figure
from ..model.item import Item
from .item_rows import own_rows


def weigh(item: Item, fills: float | Mapping[str, float] = 0.0, wet: bool = True) -> Figure:
    """Mass of an item with what holds it [kg], with its ±.

    fills: share of every tank, or by the tank's own id, those not named empty.  wet: whether its hoses hold their liquid.
    Errors of one origin add; others combine by root of squares. The source is that of its dry mass.
    """
    rows, tanks = own_rows(item)
    value, alone = 0.0, 0.0
    shared: dict[str, float] = {}

    def add(mass: float, pm: float, origin: str) -> None:
        nonlocal value, alone
        value += mass
        if origin:
            shared[origin] = shared.get(origin, 0.0) + pm
        else:
            alone += pm * pm

    for row in rows:
        if wet or not row.wet:
            add(row.mass.value * row.share, row.mass.plus_minus * row.share, row.mass.origin)
    for tank in tanks:
        fill = fills if isinstance(fills, float) else fills.get(tank.id, 0.0)
        density, volume = tank.liquid.density, tank.capacity.value * fill
        add(volume * density.value, volume * density.plus_minus, density.origin or tank.liquid.name)
        add(0.0, tank.capacity.plus_minus * fill * density.value, tank.capacity.origin)
    pm = (alone + sum(s * s for s in shared.values())) ** 0.5
    return Figure(value=value, plus_minus=pm, source=item.mass.source, note=item.mass.note)


def together(figures: Iterable[Figure]) -> Figure:
    """Figures added up, their ± by root of squares [the unit of the figures]."""
    listed = tuple(figures)
    return Figure(value=sum(f.value for f in listed), plus_minus=sum(f.plus_minus**2 for f in listed) ** 0.5)
