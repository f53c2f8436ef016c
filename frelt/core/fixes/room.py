"""Room made around a thing: its outlet, exhaust or hose to another side, a turn, or a shift of it or of what is in the way."""

from collections.abc import Iterable, Iterator
from itertools import islice

from msgspec.structs import replace

from ..base.units import Units
from ..edit.items import turn, with_item
from ..judge.check import Check
from ..kind.make import with_option
from ..kind.registry import kind_of
from ..model.item import Item
from ..model.rig import Rig
from ..placing.arrange import shifted
from ..solve import Solved
from ..space.moving_along import roots
from .fix import MOST_TRIES, Fix, proved, register

KINDS = ("service", "apart", "pull-off", "vents")
OTHER_SIDE = {"outlet": "outlet to the", "exhaust": "exhaust", "leaves": "hose off to the"}
WAYS = ((-1.0, 0.0, "forward"), (1.0, 0.0, "back"), (0.0, -1.0, "left"), (0.0, 1.0, "right"))


def _propose(solved: Solved, check: Check, units: Units) -> Iterable[Fix]:
    if check.kind not in KINDS or not check.items:
        return
    for words, rig, effort, item in islice(_candidates(solved, check, units), MOST_TRIES * 2):
        leaves = proved(solved, check.id, rig)
        if leaves is not None:
            yield Fix("room", check.id, words, rig, effort, leaves, (item.id,))


def _candidates(solved: Solved, check: Check, units: Units) -> Iterator[tuple[str, Rig, float, Item]]:
    rig = solved.rig
    items = [rig.item(i) for i in check.items if not rig.item(i).locked]
    for item in items:
        for choice in kind_of(item).choices:
            if choice.id in OTHER_SIDE and not item.locked:
                now = item.options.get(choice.id, choice.among[0])
                for word in choice.among:
                    if word != now:
                        words = f"{item.name}: {OTHER_SIDE[choice.id]} {word}"
                        yield words, with_item(rig, _with(item, choice.id, word)), 0.1, item
    for item in items[:1]:
        if solved.frames.decks[item.place.deck].level:
            for quarters in (2, 1, 3):
                words = f"turn {item.name} {'around' if quarters == 2 else 'by a quarter'}"
                yield words, turn(rig, item.id, quarters), 0.2 * item.mass.value, item
    need = abs(check.margin) if check.margin else 0.25
    for more in (1.0, 1.6, 2.4):
        for item in items:
            if len(roots(rig, (item.id,))) > 1 or not solved.frames.decks[item.place.deck].level:
                continue
            step = -(-need * more // units.grid) * units.grid
            for dx, dy, where in WAYS:
                side = units.side(where) if where in ("left", "right") else where
                words = f"{item.name} {units.show(step, 'length')} {side}"
                yield words, shifted(solved, (item.id,), (dx * step, dy * step, 0.0)), step * item.mass.value, item


def _with(item: Item, name: str, word: str) -> Item:
    """The item with a choice that moves no mass: what was measured of it stays as it is."""
    made = with_option(item, name, word)
    return made if made != item else replace(item, options={**item.options, name: word})


register("room", _propose)
