"""Exhaust and flues that are led up or down have their column free, through the roof or the floor."""

from collections.abc import Iterable

from ..base.units import Units
from ..geometry.faces import walled
from ..geometry.frames import Frame, Frames
from ..geometry.measures import main_box
from ..judge.check import Check, CheckKind, register
from ..kind.kind import Box, Column, nothing
from ..kind.registry import kind_of
from ..model.carrier import Carrier
from ..model.item import Item
from ..model.rig import Rig
from ..space.rooms import Neighbors, neighbors
from ..space.solids import TOUCH

OVER = 1.0  # of free air above an exhaust under the open sky [m]


def column_box(column: Column, frame: Frame, carrier: Carrier) -> Box:
    """The room of a column in its carrier's frame: to the roof, or a meter up where there is none; or down to the deck."""
    x, y, z = frame.point(column.at)
    r = column.radius
    floor = main_box(carrier)[4]
    if column.way == "down":
        return x - r, y - r, min(floor, z), x + r, y + r, z
    top = max(floor + carrier.body.wall, z) if walled(carrier) else z + OVER
    return x - r, y - r, z, x + r, y + r, top


def _findings(rig: Rig, frames: Frames) -> Iterable[Check]:
    fired = [
        (i, c) for i in rig.items if kind_of(i).columns is not nothing and i.id in frames.items for c in kind_of(i).columns(i)
    ]
    if not fired:
        return
    clean = True
    for item, column in fired:
        carrier = rig.carrier(frames.carrier_of[item.id])
        other = _in_it(item, column_box(column, frames.items[item.id], carrier), neighbors(rig, frames, carrier))
        if other:
            clean = False
            yield Check(
                id=f"vents:{item.id}:{column.what}",
                kind="vents",
                subject=item.name,
                quantity="length",
                status="over",
                by_rule=True,
                items=(item.id, other),
                why=f"{item.name}: its {column.what}, which is hot, meets {rig.item(other).name}",
            )
    if clean:
        yield Check(id="vents", kind="vents", subject="Exhausts and flues are free", quantity="length", status="ok")


def _in_it(item: Item, box: Box, near: Neighbors) -> str:
    for o in near.listed[: near.items]:
        met = all(o.box[i] < box[i + 3] - TOUCH and o.box[i + 3] > box[i] + TOUCH for i in range(3))
        if met and not near.spared(item.id, o.item):
            return o.item
    return ""


def _sentence(c: Check, units: Units) -> str:
    return c.why or "Every exhaust and flue has its column free"


def _brief(c: Check, units: Units) -> str:
    return f"{c.subject}: exhaust blocked" if c.why else "exhausts free"


register(
    CheckKind(
        "vents",
        "Exhaust and flue",
        plate="the maker's manual says how far anything stays from exhaust and flue, and how they leave a closed body",
        source="common practice, no published source; the makers' clearances come first",
        findings=_findings,
        sentence=_sentence,
        brief=_brief,
        level="danger",
    )
)
