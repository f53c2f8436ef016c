"""Small parts that weigh a pound and yet want a hand and a side: filters, strainers, injectors, boxes, vents, outlets, gauges."""

from ..fitting.registry import named
from ..kind.inner import Inner, Through
from ..kind.kind import Choice, FaceSide, Given, Kind, Made, Service
from ..kind.outlines import beside, rectangle
from ..kind.registry import given, register
from ..kind.usual_parts import port
from ..model.item import Item, Part
from ..model.plumbing import Fitting

# Length, width, height [m], mass [kg], what is worked on, how deep the room before it [m], from where; sizes from memory.
SIZES: dict[str, tuple[float, float, float, float, str, float, FaceSide]] = {
    "line filter": (0.16, 0.11, 0.24, 1.1, "bowl", 0.15, "front"),
    "strainer": (0.14, 0.09, 0.12, 0.5, "cap", 0.12, "front"),
    "injector": (0.12, 0.06, 0.08, 0.4, "dial and hose", 0.10, "front"),
    "remote box": (0.22, 0.16, 0.28, 2.2, "lid", 0.20, "front"),
    "vent": (0.08, 0.08, 0.12, 0.2, "", 0.0, "front"),
    "drain outlet": (0.12, 0.10, 0.10, 0.7, "cap", 0.12, "front"),
    "gauge": (0.05, 0.08, 0.08, 0.3, "face", 0.30, "front"),
    "tap inlet": (0.10, 0.09, 0.09, 0.5, "coupling", 0.15, "front"),
    "ball valve": (0.14, 0.08, 0.10, 0.6, "lever", 0.10, "front"),
}
AIR, WATER = 0.0, 0.019


def _make(g: Given) -> Made:
    what = g.word("what")
    length, width, height, mass, *_ = SIZES[what]
    ends: tuple[Part, ...] = ()
    if what in FITTINGS:
        at = {"out": (0.0, width / 2, height / 2), "draw": (0.0, 0.0, 0.0)}
        ways = named(what).ways
        ends = tuple(port(w, w.capitalize(), at.get(w, (0.0, -width / 2, height / 2)), WATER) for w in ways)
    elif what not in ("remote box", "gauge"):
        ends = (port("in", "In", (0.0, -width / 2, height / 2), WATER), port("out", "Out", (0.0, width / 2, height / 2), WATER))
    return Made(
        length=length,
        width=width,
        height=height,
        mass=mass,
        mass_pm=0.4 * mass,
        centre=(0.0, 0.0, height / 2),
        centre_pm=0.01,
        size_pm=0.15,
        parts=ends,
    )


def _service(item: Item) -> tuple[Service, ...]:
    *_, worked_on, room, side = SIZES[given(item).word("what")]
    if not worked_on:
        return ()
    turned = given(item).word("faces")
    faced: dict[str, FaceSide] = {"front": "front", "back": "back", "left": "left", "right": "right", "up": "top"}
    return (beside(item, worked_on, faced.get(turned, side), room, (0.0, 1.0), (0.0, 1.0), "daily"),)


FITTINGS = frozenset({"injector", "vent"})  # which are what the fittings of these names are, though they are numbered things
HEADS = {"line filter": 8.0, "strainer": 2.0, "tap inlet": 1.0, "drain outlet": 0.6, "ball valve": 0.08}
"""Loss of each, in velocity heads of its bore; from memory of data sheets, ± half."""


def _inner(item: Item) -> tuple[Inner, ...]:
    heads = HEADS.get(given(item).word("what"))
    return () if heads is None else (Through("through", "in", "out", WATER, minor=heads),)


def _fitting(item: Item) -> Fitting | None:
    what = given(item).word("what")
    return Fitting(id=item.id, kind=what, name=item.name, bore=WATER) if what in FITTINGS else None


register(
    Kind(
        "small-part",
        "Small part",
        rectangle,
        "filter strainer injector remote box vent drain outlet gauge inlet valve fitting",
        (),
        (Choice("what", "What", tuple(SIZES)), Choice("faces", "Worked on from its", ("front", "back", "left", "right", "up"))),
        _make,
        _service,
        inner=_inner,
        fitting=_fitting,
    )
)
