"""Nothing stands higher than the roof of a closed body, and nothing outside stands where a door swings."""

from collections.abc import Callable, Iterable
from math import atan2, hypot, pi

from ..base.units import Units
from ..geometry.faces import BELOW, body_box, sill, walled
from ..geometry.frames import Frames
from ..judge.check import Check, CheckKind, register
from ..kind.kind import Box
from ..model.carrier import Carrier, Door
from ..model.item import Item
from ..model.rig import Rig
from ..space.rooms import Neighbors, Obstacle, neighbors
from ..space.solids import TOUCH, solids
from ..space.unsure import in_plan, together, upward

ROOF = 0.01  # of the inside height of a body, as a tape reads it [m]; common practice, no source


def inside_height(carrier: Carrier, x: float = float("inf"), y0: float = 0.0, y1: float = 0.0) -> float:
    """Height of the underside of the roof above the ground, at its lowest from a station x back and between y0 and y1 [m]."""
    start, left, end, right, floor = body_box(carrier)
    body, half, middle = carrier.body, (right - left) / 2, (left + right) / 2
    along = min(max((end - x) / max(end - start, 1e-9), 0.0), 1.0)
    across = min(max(y1 - middle, middle - y0, 0.0) / max(half, 1e-9), 1.0)
    return floor + body.wall - body.lower_front * along - body.lower_sides * across**2


def _findings(rig: Rig, frames: Frames) -> Iterable[Check]:
    bodies = [c for c in rig.carriers if walled(c)]
    low = _under_the_tray(rig, frames)
    yield from low
    if (not bodies and not low) or not rig.items:
        return
    clean = not low
    for carrier in bodies:
        x0, y0, x1, y1, _ = body_box(carrier)
        top = inside_height(carrier)
        for item_id, s in solids(rig, frames).items():
            if s.carrier != carrier.id or s.x0 < x0 - carrier.body.nose - TOUCH or s.x1 > x1 + TOUCH or s.low >= top - TOUCH:
                continue
            over = s.high - inside_height(carrier, s.x0, s.y0, s.y1)
            if over > TOUCH and s.y1 > y0 and s.y0 < y1:
                clean = False
                item = rig.item(item_id)
                unsure = together(upward(item), ROOF)
                yield _too_tall(item, over, unsure, "roof")
        near = neighbors(rig, frames, carrier)
        for door in carrier.body.doors:
            met = swings_into(carrier, door, near)
            if met is not None:
                clean = False
                item = rig.item(met.item)
                unsure = in_plan(item)
                sure = opening(carrier, door)(shrunk(met.box, unsure))
                yield Check(
                    id=f"door:{carrier.id}:{door.id}",
                    kind="headroom",
                    subject=item.name,
                    quantity="length",
                    status="over" if sure else "tight",
                    spread=unsure,
                    items=(item.id,),
                    why=f"The {door.name.lower()} {'opens onto' if sure else 'may meet'} {item.name}{'' if sure else ': tape it'}",
                )
    if clean:
        yield Check(
            id="headroom", kind="headroom", subject="Below the roof, clear of the doors", quantity="length", status="ok"
        )


def _under_the_tray(rig: Rig, frames: Frames) -> list[Check]:
    """What stands in a place below the tray and is taller than that."""
    trays = {d.id: c.main_deck.origin[2] - BELOW[2] for c in rig.carriers for d in c.decks if d.kind == "below"}
    found = []
    for item in rig.items if trays else ():
        if item.place.deck in trays:
            over, unsure = solids(rig, frames)[item.id].high - trays[item.place.deck], upward(item)
            if over > TOUCH:
                found.append(_too_tall(item, over, unsure, "tray"))
    return found


def _too_tall(item: Item, over: float, unsure: float, what: str) -> Check:
    return Check(
        id=f"headroom:{item.id}",
        kind="headroom",
        subject=item.name,
        quantity="length",
        status="over" if over > unsure else "tight",
        spread=unsure,
        detail=(what,) if over > unsure else (what, "tape"),
        load=over,
        limit=0.0,
        margin=-over,
        items=(item.id,),
        scale=max(item.height.value, 0.01),
    )


def swings_into(carrier: Carrier, door: Door, near: Neighbors) -> Obstacle | None:
    """The thing outside the body that a door meets as it opens; or nothing."""
    hits = opening(carrier, door)
    return next((o for o in near.listed[: near.items] if hits(o.box)), None)


def shrunk(box: Box, by: float) -> Box:
    """A box less so much on every side in plan [m]."""
    return box[0] + by, box[1] + by, box[2], box[3] - by, box[4] - by, box[5]


def opening(carrier: Carrier, door: Door) -> Callable[[Box], bool]:
    """Whether a door meets a box as it opens. Ramps and lift doors sweep the room behind them."""
    x0, y0, x1, y1, _ = body_box(carrier)
    z, wide = sill(carrier, door.side), door.end - door.start
    top, nose = z + door.height - TOUCH, x0 - carrier.body.nose

    def meets(box: Box) -> bool:
        if box[2] >= top or box[5] <= z + TOUCH or box[0] >= box[3] or box[1] >= box[4]:
            return False
        if door.side in ("left", "right"):
            sign, edge = (1.0, y1) if door.side == "right" else (-1.0, y0)
            return _in_quarter(box, (door.start, edge), wide, along_x=True, sign=sign)
        if door.side == "rear" and door.kind == "barn doors":
            return any(_in_quarter(box, (x1, at), wide / 2, False, 1.0) for at in (door.start, door.end))
        beyond = box[3] > x1 + 0.05 if door.side == "rear" else box[0] < nose - 0.05
        return beyond and box[1] < door.end and box[4] > door.start

    return meets


def _in_quarter(box: Box, hinge: tuple[float, float], radius: float, along_x: bool, sign: float) -> bool:
    """Whether a box comes into the half disk that a door sweeps about its hinge, outside its wall."""
    u0, u1, v0, v1 = (box[0], box[3], box[1], box[4]) if along_x else (box[1], box[4], box[0], box[3])
    hu, hv = (hinge[0], hinge[1]) if along_x else (hinge[1], hinge[0])
    out0, out1 = ((v0 - hv), (v1 - hv)) if sign > 0 else ((hv - v1), (hv - v0))
    if out1 <= 0.05:
        return False
    near_out = max(out0, 0.0)
    near_u = min(max(hu, u0), u1) - hu
    return hypot(near_u, near_out) < radius - TOUCH and 0 <= atan2(near_out, near_u) <= pi


def _sentence(c: Check, units: Units) -> str:
    if c.load is None:
        return c.why or "Everything stands below the roof and clear of the doors"
    over = units.show(c.load, "length")
    what, *tape = c.detail
    if what == "tray":
        return (
            f"{c.subject} may be {over} too tall for its place below the tray: tape both"
            if tape
            else f"{c.subject} is {over} too tall for its place below the tray"
        )
    return (
        f"{c.subject} may be {over} too tall for the roof: tape it, and the inside height"
        if tape
        else f"{c.subject} is {over} too tall for the roof"
    )


def _brief(c: Check, units: Units) -> str:
    if c.load is not None:
        what = c.detail[0]
        return f"{c.subject} at the {what}: tape it" if len(c.detail) > 1 else f"{c.subject} meets the {what}"
    return f"{c.subject} in a door's swing" if c.why else "below the roof"


register(
    CheckKind(
        "headroom",
        "Roof and doors",
        plate="measure from the floor to the lowest bow of the roof, and the doors as they swing",
        source="geometry",
        findings=_findings,
        sentence=_sentence,
        brief=_brief,
    )
)
