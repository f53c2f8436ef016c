"""A leveling stand below a machine that leans."""

from collections.abc import Iterator

from msgspec.structs import replace

from ..base.figure import Figure
from ..base.units import Units
from ..judge.check import Check
from ..judge.words import brief
from ..kind.make import made
from ..model.item import Placement
from ..solve import Solved
from .fix import Fix, proof, register

LOW = 0.03  # of the stand at its low end [m]


def _fixes(solved: Solved, check: Check, units: Units) -> Iterator[Fix]:
    if check.kind != "level" or not check.items:
        return
    rig, item = solved.rig, solved.rig.item(check.items[0])
    frame = solved.frames.decks[item.place.deck]
    if frame.slope > 20 or frame.turn[1][2] != 0.0:
        return
    drops_aft = frame.turn[0][2] > 0
    lean = f"{item.id}-level"[-64:]
    along = item.place.turns % 2 == 0
    size = (item.length.value, item.width.value) if along else (item.width.value, item.length.value)
    fields = {
        "long": Figure(value=round(size[0], 3)),
        "wide": Figure(value=round(size[1], 3)),
        "tall": Figure(value=LOW),
        "tilt": Figure(value=frame.slope),
    }
    stand = made("stand", lean, f"Leveling stand of {item.name}"[:200], fields)
    stand = replace(stand, place=replace(item.place, turns=0 if drops_aft else 2, face="bottom", off=0.0))
    turns = item.place.turns if drops_aft else (item.place.turns + 2) % 4
    on_it = replace(item, place=Placement(deck=stand.decks[0].id, u=0.0, v=0.0, turns=turns))
    items = tuple(on_it if i.id == item.id else i for i in rig.items)
    trial = replace(rig, items=(*items, stand))
    found = proof(solved, check.id, trial)
    if found is None or any(c.kind == "overlap" for c in found.worse):
        return
    words = f"a leveling stand below {item.name}, {units.show(stand.height.value, 'length')} at its high end"
    if found.worse:  # its weight is the price of a machine that stands level: said, not hidden
        worst = min(found.worse, key=lambda c: c.rank)
        more = f" and {len(found.worse) - 1} more" if len(found.worse) > 1 else ""
        words += f"; its weight makes this worse: {brief(worst, units)}{more}"
    yield Fix("level", check.id, words, trial, 1.0, found.status, (item.id,))


register("level", _fixes)
