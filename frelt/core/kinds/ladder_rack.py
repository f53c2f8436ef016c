"""Ladder racks: bars over bed, roof or wall, with a deck on top."""

from ..kind.kind import Box, Choice, Given, Kind, Made, Param
from ..kind.outlines import legs_and_plates, rectangle
from ..kind.registry import given, register
from ..model.item import Item
from .shelf import board

BARS = 0.05  # high [m]; from memory

PARAMS = (
    Param("long", "Long", "length", 0.3, 5.0, 2.2),
    Param("wide", "Wide", "length", 0.2, 2.2, 1.4),
    Param("tall", "Tall", "length", 0.05, 1.5, 0.15),
)


def _make(g: Given) -> Made:
    steel = g.word("material") == "steel"
    two = g.word("built") == "two bars"
    run = (2 * g["wide"] if two else 2 * g["long"] + 3 * g["wide"]) + 4 * g["tall"]
    mass = run * (3.1 if steel else 1.3) + 2
    return Made(
        length=g["long"],
        width=g["wide"],
        height=g["tall"],
        mass=mass,
        mass_pm=0.25 * mass,
        centre=(0.0, 0.0, 0.75 * g["tall"]),
        size_pm=0.01,
        decks=(board("Rack", 1, g["long"], g["wide"], g["tall"]),),
    )


def _pieces(item: Item) -> tuple[Box, ...]:
    top = item.height.value
    if given(item).word("built") == "two bars":
        a, b = item.length.value / 2, item.width.value / 2
        bars = tuple((x, -b, top - BARS, x + BARS, b, top) for x in (-a, a - BARS))
        return (*legs_and_plates(item, [], max(top - BARS, 0.0)), *bars) if top > 2 * BARS else bars
    return legs_and_plates(item, [(top - BARS, top)], top) if top > 2 * BARS else ()


register(
    Kind(
        "ladder-rack",
        "Ladder rack",
        rectangle,
        "roof bars over bed",
        PARAMS,
        (
            Choice("built", "Built as", ("a frame", "two bars")),
            Choice("material", "Made of", ("aluminum", "steel")),
        ),
        _make,
        pieces=_pieces,
        hangs="bottom",
        can=frozenset({"hang over"}),
    )
)
