"""No item may stand over the edge of its deck."""

from collections.abc import Iterable, Mapping, Sequence

from ..base.kept import Each
from ..base.units import Units
from ..geometry.frames import Frames, placed
from ..judge.check import Check, CheckKind, register
from ..kind.capability import can
from ..model.carrier import Deck
from ..model.item import Item
from ..model.rig import Rig
from ..space.grounds import grounds
from ..space.solids import TOUCH, solid
from ..space.unsure import in_plan, to_tape


def overhang(corners: Iterable[tuple[float, float]], deck: Iterable[tuple[float, float]]) -> float:
    """How far the farthest corner stands outside a convex, counter-clockwise deck [m]; at most zero inside."""
    edge = tuple(deck)
    worst = -float("inf")
    points = tuple(corners)
    for (x0, y0), (x1, y1) in zip(edge, (*edge[1:], edge[0]), strict=True):
        nx, ny = y1 - y0, x0 - x1
        size = (nx * nx + ny * ny) ** 0.5 or 1.0
        worst = max(worst, max((nx * (x - x0) + ny * (y - y0)) / size for x, y in points))
    return worst


_overhangs: Each[float] = Each()


def _out(item: Item, decks: tuple[Deck, ...]) -> float:
    """How far an item stands over the edge of its deck [m]; nothing for what belongs to the vehicle itself.

    decks: its own first, then that as far as it runs on into others, which counts for what has its middle on its own.
    """
    if not decks or item.built_in:
        return 0.0
    deck, *grown = decks
    corners = solid(item, placed(item, item.place)).corners
    out = overhang(corners, deck.outline)
    if out > 0 and grown and overhang([(item.place.u, item.place.v)], deck.outline) <= 0:
        out = min(out, *(overhang(corners, d.outline) for d in grown))
    if out > 0 and can(item, "hang over"):
        middle = [(sum(x for x, _ in corners) / len(corners), sum(y for _, y in corners) / len(corners))]
        held = overhang(middle, deck.outline) < 0
        out = max(out - ENDS * max(item.length.value, item.width.value), 0.0) if held else out
    return out


def _outs(rig: Rig, frames: Frames, standing: Sequence[Deck | None], further: Mapping[str, tuple[Deck, ...]]) -> list[float]:
    """How far every item stands over the edge of its deck [m]."""

    def out(item: Item, deck: Deck | None) -> float:
        return _out(item, (deck, *further.get(deck.id, ())) if deck is not None else ())

    return _overhangs.get(frames.kept, rig.id, rig.items, standing, out, (*further.values(),))


ENDS = 0.35  # of its length that each end of a ladder may ride past its rack, its middle held; common practice, no source


def _findings(rig: Rig, frames: Frames) -> Iterable[Check]:
    decks = {d.id: d for d in rig.decks}
    clean = True
    standing = [decks.get(i.place.deck) for i in rig.items]
    further = grounds(rig, frames.kept)
    for item, deck, out in zip(rig.items, standing, _outs(rig, frames, standing, further), strict=True):
        if out > TOUCH and deck is not None:
            clean = False
            unsure = in_plan(item)
            yield Check(
                id=f"off-deck:{item.id}",
                kind="off deck",
                subject=item.name,
                quantity="length",
                status="over" if out > unsure else "tight",
                spread=unsure,
                detail=() if out > unsure else ("tape", to_tape(item)),
                load=out,
                limit=0.0,
                margin=-out,
                items=(item.id,),
                scale=max(min(item.length.value, item.width.value), 0.01),
                why=deck.name.lower(),
            )
    if clean:
        yield Check(id="off-deck", kind="off deck", subject="Items on their decks", quantity="length", status="ok")


def _sentence(c: Check, units: Units) -> str:
    if c.load is None:
        return "Every item stands inside its deck"
    if c.detail:
        tape = f": tape {c.detail[1]}" if c.detail[1] else ""
        return f"{c.subject} may stand {units.show(c.load, 'length')} over the edge of the {c.why}, where its size is known to {units.show(c.spread, 'length')}{tape}"
    return f"{c.subject}: {units.show(c.load, 'length')} over the edge of the {c.why}"


def _brief(c: Check, units: Units) -> str:
    if c.detail:
        return f"{c.subject} at the edge: tape it"
    return f"{c.subject} over the deck's edge" if c.load is not None else "all on deck"


register(
    CheckKind(
        "off deck",
        "Off the deck",
        plate="measure the deck inside its rails",
        source="geometry",
        findings=_findings,
        sentence=_sentence,
        brief=_brief,
    )
)
