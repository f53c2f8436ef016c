"""An item from its kind's parameters, and again when one of them changes: what was measured stays.

Whether a figure follows is its `basis`; any other figure was put there by someone.
"""

from collections.abc import Mapping

from msgspec.structs import replace

from ..base.figure import Figure
from ..model.carrier import Deck
from ..model.item import Centre, HosePart, Item, Part, Placement, TankPart
from .kind import Kind, Made
from .registry import find


def is_computed(figure: Figure) -> bool:
    """Whether a figure follows from the kind's parameters."""
    return figure.basis == "computed"


def follows(figure: Figure | Centre) -> bool:
    """Whether a figure follows the kind's parameters: computed from them, or listed with them from memory.

    What somebody typed, weighed, measured or read stays.
    """
    return figure.basis != ""


def made(
    kind_id: str, item_id: str, name: str, fields: Mapping[str, Figure] | None = None, options: Mapping[str, str] | None = None
) -> Item:
    """An item with everything computed. Raises KeyError for an unknown kind or one that computes nothing."""
    kind = find(kind_id)
    if kind is None or kind.make is None:
        raise KeyError(kind_id)
    blank = _figure(0.0, 0.0, kind)
    bare = Item(
        id=item_id,
        name=name,
        kind=kind_id,
        place=Placement(deck="none", u=0.0, v=0.0),
        length=blank,
        width=blank,
        height=blank,
        mass=blank,
        centre=Centre(basis="computed", note=blank.note),
        fields=dict(fields or {}),
        options=dict(options or {}),
    )
    return refreshed(bare)


def refreshed(item: Item, before: Made | None = None) -> Item:
    """The item with every computed figure computed again; those put there by someone stay, and so do liquids and names.

    before: what its parameters came to until now, by which a heel or a top that someone typed is told from a computed one.
    """
    kind = find(item.kind)
    if kind is None or kind.make is None:
        return item
    new = kind.make(kind.given(item.fields, item.options))

    def size(old: Figure, value: float) -> Figure:
        return _figure(value, value * new.size_pm, kind) if follows(old) else old

    centre = item.centre
    if follows(centre):
        x, y, z = new.centre
        centre = Centre(x=_mm(x), y=_mm(y), z=_mm(z), plus_minus=new.centre_pm, basis="computed", note=_note(kind))
    return replace(
        item,
        length=size(item.length, new.length),
        width=size(item.width, new.width),
        height=size(item.height, new.height),
        mass=_figure(new.mass, new.mass_pm, kind, 1) if follows(item.mass) else item.mass,
        centre=centre,
        parts=_parts(item.parts, before, new),
        decks=_decks(item, new),
    )


def sized_by_volume(item: Item) -> bool:
    """Whether a volume is among what an item is known by, so that its tank's capacity follows from it."""
    kind = find(item.kind)
    return kind is not None and kind.make is not None and any(p.quantity == "volume" for p in kind.params)


def with_field(item: Item, name: str, figure: Figure) -> Item:
    """The item with one parameter changed, and all that follows from it."""
    return refreshed(replace(item, fields={**item.fields, name: figure}), _now(item))


def with_option(item: Item, name: str, word: str) -> Item:
    """The item with one choice changed, and all that follows from it."""
    return refreshed(replace(item, options={**item.options, name: word}), _now(item))


def _now(item: Item) -> Made | None:
    kind = find(item.kind)
    return kind.make(kind.given(item.fields, item.options)) if kind is not None and kind.make is not None else None


def _figure(value: float, plus_minus: float, kind: Kind, places: int = 3) -> Figure:
    return Figure(value=round(value, places), plus_minus=round(plus_minus, places), basis="computed", note=_note(kind))


def _note(kind: Kind) -> str:
    listed = [p.label.lower() for p in kind.params] + [c.label.lower() for c in kind.choices]
    return f"computed from {', '.join(listed)}; rates from memory"


def _mm(value: float) -> float:
    return round(value, 3)


def _parts(old: tuple[Part, ...], before: Made | None, new: Made) -> tuple[Part, ...]:
    """The computed parts, each with what someone has said of it; parts that are no kind's own stay."""
    had, was = {p.id: p for p in old}, {p.id: p for p in before.parts} if before is not None else {}
    names = {p.id for p in new.parts} | set(was)
    return (*(_kept(had.get(p.id), was.get(p.id), p) for p in new.parts), *(p for p in old if p.id not in names))


def _kept(old: Part | None, was: Part | None, new: Part) -> Part:
    if isinstance(old, TankPart) and isinstance(new, TankPart):
        if not follows(old.capacity):  # someone measured this tank; how it is drawn and shut off can still change
            changed = {
                n: getattr(new, n)
                for n in ("heel", "top", "baffles")
                if isinstance(was, TankPart) and getattr(new, n) != getattr(was, n)
            }
            return replace(old, **changed)
        typed = {
            n: getattr(old, n) for n in ("heel", "top") if isinstance(was, TankPart) and getattr(old, n) != getattr(was, n)
        }
        return replace(new, name=old.name, liquid=old.liquid, **typed)
    if isinstance(old, HosePart) and isinstance(new, HosePart):
        return replace(new, name=old.name, holds=old.holds, mass=new.mass if follows(old.mass) else old.mass)
    return new


def _decks(item: Item, new: Made) -> tuple[Deck, ...]:
    """Computed decks, with the ids they have already."""
    had = [d for d in item.decks if d.face_of != "top"]
    found = []
    for n, deck in enumerate(new.decks):
        own = had[n].id if n < len(had) else f"{item.id}.{deck.id}"
        found.append(replace(deck, id=own[-64:], on=item.id))
    return (*found, *(d for d in item.decks if d.face_of == "top"))
