"""Edits of what holds things down that several gestures share."""

from collections.abc import Callable, Iterable, Mapping
from typing import TypeVar

from msgspec.structs import replace

from ..base.value import FreltError
from ..model.references import renamed, rewritten
from ..model.rig import Rig
from ..model.tie_down import Anchor, Block, Bolts, Lock, Strap, TieDown

NewId = Callable[[str], str]
Held = Anchor | Strap | Bolts | Block | Lock
H = TypeVar("H", Anchor, Strap, Bolts, Block, Lock)


def with_held(rig: Rig, *entries: Held) -> Rig:
    """The rig with anchors, straps, bolts, blocks or locks more, or those of their ids replaced."""
    made = rig.tie_down
    for one in entries:
        match one:
            case Anchor():
                made = replace(made, anchors=_with(made.anchors, one))
            case Strap():
                made = replace(made, straps=_with(made.straps, one))
            case Bolts():
                made = replace(made, bolts=_with(made.bolts, one))
            case Block():
                made = replace(made, blocks=_with(made.blocks, one))
            case Lock():
                made = replace(made, locks=_with(made.locks, one))
    return replace(rig, tie_down=made)


def _with(listed: tuple[H, ...], one: H) -> tuple[H, ...]:
    made: list[H] = [one if x.id == one.id else x for x in listed]
    if all(x.id != one.id for x in listed):
        made.append(one)
    return tuple(made)


def without_held(rig: Rig, ids: Iterable[str]) -> Rig:
    """The rig without some of what holds; straps go with their anchors."""
    gone, t = set(ids), rig.tie_down
    straps = tuple(s for s in t.straps if s.id not in gone and not {s.start, s.end} & gone)
    return replace(
        rig,
        tie_down=replace(
            t,
            straps=straps,
            **{n: tuple(x for x in getattr(t, n) if x.id not in gone) for n in ("anchors", "bolts", "blocks", "locks")},
        ),
    )


def free_name(rig: Rig, start: str, beside: Iterable[str] = ()) -> str:
    """An id for what holds, which nothing of the rig has: A1, A2 … after a letter."""
    t, p = rig.tie_down, rig.plumbing
    taken = {i.id for i in rig.items} | {x.id for x in p.lines} | {x.id for x in p.fittings} | set(beside)
    for own in ({x.id for x in t.anchors}, {x.id for x in t.straps}, {x.id for x in t.bolts}, {x.id for x in t.blocks}):
        taken |= own
    taken |= {x.id for x in t.locks}
    n = 1
    while f"{start}{n}" in taken:
        n += 1
    return f"{start}{n}"


def loosened(rig: Rig, item_id: str) -> Rig:
    """The rig with nothing on a thing; anchors that then hold nothing stay where they are."""
    t = rig.tie_down
    kept = {n: tuple(x for x in getattr(t, n) if x.item != item_id) for n in ("straps", "bolts", "blocks", "locks")}
    return replace(rig, tie_down=replace(t, **kept))


def hooked(rig: Rig, strap: Strap) -> Rig:
    """The rig with a strap. Raises FreltError where its thing or an anchor is not there."""
    if all(i.id != strap.item for i in rig.items):
        raise FreltError(f"there is no thing “{strap.item}” to hold; expected one of what is aboard")
    for name in (strap.start, strap.end):
        if name and rig.tie_down.anchor(name) is None:
            raise FreltError(f"there is no anchor “{name}”; expected one that is drawn")
    if strap.start == strap.end:
        raise FreltError("a strap ends at another anchor than it begins at, or at the thing")
    return with_held(rig, strap)


def held_as(rig: Rig, items: Mapping[str, str], ids: Mapping[str, str], shift: tuple[float, float], new_id: NewId) -> TieDown:
    """What holds with that of copies beside it. items: of copies by their originals; ids: of all that was copied with them.

    A copy is held as its original is: by anchors of its own, as far from the original's as it stands itself.
    """
    t = rig.tie_down
    straps = [s for s in t.straps if s.item in items]
    used = {a for s in straps for a in (s.start, s.end) if a}
    anchors = {a.id: new_id("anchor") for a in t.anchors if a.id in used or a.deck in ids}
    rename = renamed({**ids, **items, **anchors}, ("item", "deck", "anchor"))

    def own(what: str, value: str) -> str:
        return anchors.get(value) or new_id(what)

    def copies(listed: Iterable[H]) -> tuple[H, ...]:
        return tuple(c for x in listed if (c := rewritten(x, rename, own)) is not None)

    moved = (replace(a, u=a.u + shift[0], v=a.v + shift[1]) if a.deck not in ids else a for a in t.anchors if a.id in anchors)
    made = replace(t, anchors=(*t.anchors, *copies(moved)), straps=(*t.straps, *copies(straps)))
    return replace(
        made,
        bolts=(*t.bolts, *copies(x for x in t.bolts if x.item in items)),
        blocks=(*t.blocks, *copies(x for x in t.blocks if x.item in items)),
        locks=(*t.locks, *copies(x for x in t.locks if x.item in items)),
    )
