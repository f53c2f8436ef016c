"""Copies: of a thing with all that stands on it, and of a whole rig. Ids are renewed by the one walker of references."""

from collections.abc import Callable
from typing import TypeVar

from msgspec import Struct
from msgspec.structs import replace

from ..geometry.frames import standing_on
from ..model.item import Item
from ..model.references import Defined, Named, renamed, rewritten, walked
from ..model.rig import Rig
from .plumbing import copied
from .tie_down import held_as

S = TypeVar("S", bound=Struct)
NewId = Callable[[str], str]
RENEWED = (
    "carrier",
    "deck",
    "item",
    "state",
    "fit-out",
    "kit",
    "line",
    "fitting",
    "anchor",
    "strap",
    "rig",
)  # unique in a rig; what is unique within a thing stays


def _owning(ids: dict[str, str]) -> Callable[[str, str], str]:
    return lambda what, value: ids[value] if what in RENEWED else value


def copy_rig(rig: Rig, new_id: NewId, name: str) -> Rig:
    """A twin of a rig: every id renewed, inner references rewritten, the serial left blank."""
    ids = {d.value: new_id(d.what) for d in walked(rig) if isinstance(d, Defined) and d.what in RENEWED}
    made = rewritten(rig, renamed(ids, RENEWED), _owning(ids))
    assert made is not None
    return replace(made, name=name, serial="", parent=rig.id, weighings=(), use_scale=False)  # nobody weighed the twin


def copied_items(items: tuple[Item, ...], new_id: NewId) -> tuple[tuple[Item, ...], dict[str, str]]:
    """Copies of items with ids of their own, standing on each other as the originals do; and the new ids by the old."""
    defined = [d for i in items for d in walked(i) if isinstance(d, Defined)]
    ids = {d.value: new_id(d.what) for d in defined if d.what in RENEWED}
    rename, own = renamed(ids, RENEWED), _owning(ids)
    made = tuple(c for i in items if (c := rewritten(i, rename, own)) is not None)
    return made, ids


def duplicate(rig: Rig, item_id: str, du: float, dv: float, new_id: NewId) -> tuple[Rig, str]:
    """The rig with a copy of an item and all that stands on it, shifted by (du, dv) [m]; and the copy's id.

    What states say of the originals they say of the copies; what covers a copied deck, and what ties or joins only copied
    tanks, is copied too.
    """
    originals = standing_on(rig, item_id)
    copies, ids = copied_items(originals, new_id)
    rename = renamed(ids, RENEWED)
    kept = rewritten(rig, also=lambda what, value: new if (new := rename(what, value)) != value else None)
    assert kept is not None
    first = copies[0]
    shifted = replace(first, place=replace(first.place, u=first.place.u + du, v=first.place.v + dv))

    def own(entry: S) -> S | None:
        return rewritten(entry, rename, lambda what, value: new_id(what) if what in RENEWED else value)

    def also(entry: Struct) -> bool:
        names = [n for n in walked(entry) if isinstance(n, Named) and n.what in ("tank", "deck", "place")]
        return bool(names) and all(rename(n.what, n.value) != n.value for n in names)

    more = {
        name: (*getattr(kept, name), *(c for e in getattr(rig, name) if also(e) and (c := own(e)) is not None))
        for name in ("links", "fit_out", "kit")
    }
    lines, fittings = copied(rig, {i.id: ids[i.id] for i in originals})
    p = kept.plumbing
    piped = replace(p, lines=(*p.lines, *lines), fittings=(*p.fittings, *fittings)) if lines else p
    held = held_as(rig, {i.id: ids[i.id] for i in originals}, ids, (du, dv), new_id)
    return replace(kept, items=(*rig.items, shifted, *copies[1:]), plumbing=piped, tie_down=held, **more), shifted.id
