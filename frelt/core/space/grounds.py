"""Decks that run on into each other: a thing may stand across a floor and its nose or tail."""

from msgspec.structs import replace

from ..base.kept import Kept, Memo
from ..geometry.frames import WORLD, Frame, deck_frame
from ..geometry.measures import bounds
from ..model.carrier import Carrier, Deck
from ..model.rig import Rig
from .solids import hull

RUNS_ON = ("floor", "dovetail", "nose")
GAP = 0.06  # between decks that still run on [m]
FILLED = 0.99  # of the hull of both that decks fill which run on over their whole width

_grounds: Memo[dict[str, tuple[Deck, ...]]] = Memo(64)


def grounds(rig: Rig, kept: Kept) -> dict[str, tuple[Deck, ...]]:
    """Each carrier deck that runs on: itself as far as it and another reach together, one for each other deck; by id."""
    found: dict[str, tuple[Deck, ...]] = {}
    for carrier in rig.carriers:
        if len(carrier.decks) > 1:
            found |= _grounds.get(kept, carrier.id, (carrier,), lambda c=carrier: _of(c))  # type: ignore[misc]
    return found


def _of(carrier: Carrier) -> dict[str, tuple[Deck, ...]]:
    flat = [d for d in carrier.decks if d.kind in RUNS_ON]
    made: dict[str, tuple[Deck, ...]] = {}
    for deck in flat:
        own = tuple(w for other in flat if other is not deck and (w := _with(deck, other)) is not None)
        if own:
            made[deck.id] = own
    return made


def _with(deck: Deck, other: Deck) -> Deck | None:
    """A deck grown by another that it runs on into; None where it does not."""
    frame = WORLD.then(deck_frame(deck))
    theirs = [_in_plan(frame, WORLD.then(deck_frame(other)).point((u, v, 0.0))) for u, v in other.outline]
    if (
        abs(frame.at[2] + bounds(deck)[2] * deck.u[2] - deck_frame(other).at[2]) > GAP
        and abs(deck_frame(other).at[2] + bounds(other)[2] * other.u[2] - frame.at[2]) > GAP
    ):
        return None
    whole = hull([*deck.outline, *theirs])
    parts = _area(deck.outline) + _area(theirs)
    return replace(deck, outline=whole) if parts >= FILLED * _area(whole) else None


def _in_plan(frame: Frame, point: tuple[float, float, float]) -> tuple[float, float]:
    return frame.along((point[0] - frame.at[0], point[1] - frame.at[1], point[2] - frame.at[2]))


def _area(corners: tuple[tuple[float, float], ...] | list[tuple[float, float]]) -> float:
    pairs = list(zip(corners, (*corners[1:], corners[0]), strict=True))
    twice = sum(x0 * y1 - x1 * y0 for (x0, y0), (x1, y1) in pairs)
    return abs(float(twice)) / 2
