"""The bounds of a kind's parameters, wherever an item comes from.

Versions before 6 let in what is beyond them: until late in version 1 nothing held a file to them. Such a document opens: what is a
little beyond stays and is an advice, what nothing could be worked out from is taken as far as it can be.
"""

from collections.abc import Iterator

from msgspec.structs import replace

from ..base.units import US
from ..base.value import BadInput
from ..model.item import Item
from .kind import Param
from .registry import find

SLACK = 1e-6  # of a bound, which a figure converted to a table's unit and back may be beyond it


FAR = 2.0  # times a bound that is still worked with


def check_parameters(item: Item, path: str = "$") -> None:
    """Raises BadInput at the first of an item's parameters that is outside what its kind takes, with its path."""
    for p in beyond(item):
        if p.id not in item.let_in:
            low, high, found = (US.show(v, p.quantity) for v in (p.low, p.high, item.fields[p.id].value))
            raise BadInput(f"{path}.fields.{p.id}.value", f"{p.label.lower()} {found}", f"{low} to {high}")


def beyond(item: Item) -> Iterator[Param]:
    """The parameters of an item that are outside what its kind takes."""
    kind = find(item.kind) if item.fields else None
    for p in kind.params if kind is not None else ():
        figure = item.fields.get(p.id)
        slack = SLACK * max(abs(p.low), abs(p.high))
        if figure is not None and not p.low - slack <= figure.value <= p.high + slack:
            yield p


def let_in(item: Item) -> Item:
    """An item of an earlier version, its parameters beyond today's bounds kept; those far beyond, to where they can be worked with."""
    listed = tuple(beyond(item))
    if not listed:
        return item
    fields = dict(item.fields)
    for p in listed:
        far = 1.0 if p.quantity == "number" else FAR  # of a fourth tier nothing is known
        fields[p.id] = replace(fields[p.id], value=min(max(fields[p.id].value, p.low / far), p.high * far))
    return replace(item, fields=fields, let_in=tuple(p.id for p in listed))
