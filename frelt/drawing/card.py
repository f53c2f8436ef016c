"""A catalog entry or a chassis as it is drawn on its card: by its own strokes, from the face it is best known by."""

from msgspec import Struct

from ..core.base.kept import Kept
from ..core.edit.items import on_deck
from ..core.geometry.frames import Frames
from ..core.kind.catalog import taken_with
from ..core.model.carrier import Carrier, Deck, Stand
from ..core.model.catalog_entry import Entry
from ..core.model.item import Item
from ..core.model.rig import Rig
from . import carrier as carriers
from .shapes import SAME, Group
from .views import View, drawn_fills, scenes, sketch

FLAT = 0.2  # height over length, below which a thing is better known from above
FLOOR = Stand(
    id="floor",
    name="Floor",
    decks=(Deck(id="floor.deck", name="Floor", on="floor", outline=((0, -3), (6, -3), (6, 3), (0, 3))),),
)


class Pictured(Struct, frozen=True):
    """What a card shows. extent: x0, y0, x1, y1 [m], the second axis up.  view: from where it is seen."""

    groups: tuple[Group, ...]
    extent: tuple[float, float, float, float]
    view: View = "side"


def size(entry: Entry) -> tuple[float, float]:
    """How wide and tall a catalog entry is drawn [m]."""
    item = entry.item
    if entry.carries:
        x0, y0, x1, y1 = _loaded(entry).extent
        return x1 - x0, y1 - y0
    return item.length.value, item.width.value if _flat(item) else item.height.value


def _flat(item: Item) -> bool:
    return item.height.value < FLAT * item.length.value


def of_entry(entry: Entry, kept: Kept) -> Pictured:
    """A catalog entry with all that stands on it, its tanks full."""
    if entry.carries:
        return _loaded(entry)
    item = entry.item
    own = sketch(item, drawn_fills(item, {}), kept)
    a, b, h = item.length.value / 2, item.width.value / 2, item.height.value
    if _flat(item):
        return Pictured((Group(own.plan, SAME, item.id),), (-a, -b, a, b), "plan")
    return Pictured((Group(own.flank, SAME, item.id),), (-a, 0.0, a, h))


def _loaded(entry: Entry) -> Pictured:
    """With what stands on it, each at its place; the entry's own item alone where a place cannot be told."""
    names = iter(range(1000))
    items = taken_with(entry, lambda what: f"{what}-{next(names)}")
    first = on_deck(items[0], FLOOR.main_deck)
    rig = Rig(id="card", name="card", stand=FLOOR, items=(first, *items[1:]))
    frames = Frames(rig)
    scene = scenes(rig, frames, None)["side"]
    x = frames.items[first.id].at[0]
    top = max(frames.items[i.id].at[2] + i.height.value for i in rig.items if i.id in frames.items)
    return Pictured(scene.items, (x - first.length.value / 2, frames.items[first.id].at[2], x + first.length.value / 2, top))


def carrier_size(carrier: Carrier) -> tuple[float, float]:
    """How long and high a chassis is drawn [m]."""
    x0, x1, _, _, high = carriers.extent(carrier)
    return x1 - x0, high


def of_carrier(carrier: Carrier, kept: Kept) -> Pictured:
    """A chassis from its left side."""
    x0, x1, _, _, high = carriers.extent(carrier)
    return Pictured(carriers.side(carrier, kept), (x0, 0.0, x1, high))
