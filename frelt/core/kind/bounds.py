"""The bounds of a kind's parameters, wherever an item comes from."""

from ..base.units import US
from ..base.value import BadInput
from ..model.item import Item
from .registry import find

SLACK = 1e-6  # of a bound, which a figure converted to a table's unit and back may be beyond it


def check_parameters(item: Item, path: str = "$") -> None:
    """Raises BadInput at the first of an item's parameters that is outside what its kind takes, with its path."""
    kind = find(item.kind) if item.fields else None
    for p in kind.params if kind is not None else ():
        figure = item.fields.get(p.id)
        if figure is None:
            continue
        slack = SLACK * max(abs(p.low), abs(p.high))
        if not p.low - slack <= figure.value <= p.high + slack:
            low, high, found = (US.show(v, p.quantity) for v in (p.low, p.high, figure.value))
            raise BadInput(f"{path}.fields.{p.id}.value", f"{p.label.lower()} {found}", f"{low} to {high}")
