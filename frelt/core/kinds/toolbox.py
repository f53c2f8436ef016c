"""Toolboxes and chests with what is in them."""

from ..kind.kind import Choice, Given, Kind, Made, Param, Service
from ..kind.outlines import beside, rectangle
from ..kind.registry import given, register
from ..model.item import Item

PARAMS = (
    Param("long", "Long", "length", 0.2, 3.0, 1.22),
    Param("deep", "Deep", "length", 0.15, 1.0, 0.50),
    Param("tall", "Tall", "length", 0.15, 1.6, 0.50),
    Param("load", "What is in it", "mass", 0.0, 500.0, 34.0),
)


def _make(g: Given) -> Made:
    walls = 2 * (g["long"] * g["deep"] + g["long"] * g["tall"] + g["deep"] * g["tall"])
    each = 8.1 if g.word("material") == "aluminum" else 15.0
    shell = each * walls * (1.6 if g.word("opens") == "drawers" else 1.15)
    return Made(
        length=g["long"],
        width=g["deep"],
        height=g["tall"],
        mass=shell + g["load"],
        mass_pm=0.15 * shell + 0.3 * g["load"],
        centre=(0.0, 0.0, 0.44 * g["tall"]),
        size_pm=0.01,
    )


def _service(item: Item) -> tuple[Service, ...]:
    if given(item).word("opens") == "lid":
        return (beside(item, "lid", "top", 0.45 * item.width.value, (0.0, 1.0), (0.0, 1.0), "daily"),)
    return (beside(item, "drawers and doors", "right", 0.8 * item.width.value, (0.0, 1.0), (0.05, 1.0), "daily"),)


register(
    Kind(
        "toolbox",
        "Toolbox",
        rectangle,
        "chest storage drawers tools",
        PARAMS,
        (Choice("opens", "Opens by", ("lid", "drawers", "front door")), Choice("material", "Made of", ("aluminum", "steel"))),
        _make,
        _service,
        can=frozenset({"bear on top", "hold kit", "swing open"}),
    )
)
