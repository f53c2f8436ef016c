"""Settling boxes and filter housings of recovered water."""

from ..fitting.figures import clogged
from ..kind.inner import Inner, Through
from ..kind.kind import Choice, Given, Kind, Made, Param, Service
from ..kind.outlines import beside, rectangle
from ..kind.registry import given, register
from ..kind.substances import WATER
from ..kind.usual_parts import port, tank
from ..model.item import Item

CLEAN = 4.0  # loss of a clean housing, in velocity heads of its port; from memory


def _make(g: Given) -> Made:
    if g.word("type") == "settling box":
        v = g["volume"]
        h = (v / 1.6 / 0.8) ** (1 / 3)
        length, width, height = 1.6 * h + 0.04, 0.8 * h + 0.04, h + 0.08
        mass = 0.32 * (v * 1000) ** 0.75
        inside = (tank("tank", "Settling", v, (1.6 * h, 0.8 * h, h), (0.0, 0.0, 0.01), WATER, heel=0.05, baffles=2),)
        return Made(
            length=length,
            width=width,
            height=height,
            mass=mass,
            mass_pm=0.2 * mass,
            centre=(0.0, 0.0, 0.45 * height),
            parts=(
                *inside,
                port("in", "In", (-length / 2, 0.0, 0.8 * h), 0.051),
                port("out", "Out", (length / 2, 0.0, 0.6 * h), 0.038),
            ),
        )
    count = int(g["housings"])
    width = 0.20 * count + 0.05
    return Made(
        length=0.22,
        width=width,
        height=0.66,
        mass=3.4 * count + 2,
        mass_pm=0.25 * (3.4 * count + 2),
        centre=(0.0, 0.0, 0.38),
        parts=(port("in", "In", (0.0, -width / 2, 0.6), 0.025), port("out", "Out", (0.0, width / 2, 0.6), 0.025)),
    )


def _service(item: Item) -> tuple[Service, ...]:
    if item.tanks:
        return (beside(item, "lid and sludge", "top", 0.35, (0.0, 1.0), (0.0, 1.0)),)
    return (beside(item, "bowls", "back", 0.25, (0.0, 1.0), (0.0, 0.6), "daily"),)


def _inner(item: Item) -> tuple[Inner, ...]:
    if item.tanks:
        return ()
    g = given(item)
    return (Through("filters", "in", "out", 0.025, minor=clogged(CLEAN * g["housings"], g["clogged"])),)


register(
    Kind(
        "filter",
        "Filters",
        rectangle,
        "settling foam micron strainer housing reclaim bag",
        (
            Param("volume", "Settling volume", "volume", 0.02, 2.0, 0.19),
            Param("housings", "Housings", "number", 1, 6, 3),
            Param("clogged", "Clogged", "share", 0.0, 0.95, 0.0, lambda g: g.word("type") == "filter housings"),
        ),
        (Choice("type", "Type", ("filter housings", "settling box")),),
        _make,
        _service,
        water=0.004,  # from memory
        inner=_inner,
    )
)
