"""Stands and raised platforms: a plate on four legs; things stand on it, and storage goes below."""

from math import cos, radians, sin, tan

from msgspec.structs import replace

from ..kind.kind import Box, Choice, Given, Kind, Made, Param
from ..kind.outlines import legs_and_plates, rectangle
from ..kind.registry import given, register
from ..model.carrier import Deck
from ..model.item import Item
from .shelf import board

PARAMS = (
    Param("long", "Long", "length", 0.15, 4.0, 0.9),
    Param("wide", "Wide", "length", 0.15, 2.4, 0.6),
    Param("tall", "Tall", "length", 0.03, 1.5, 0.35),
    Param("tilt", "Levels a slope of, degrees", "number", 0, 20, 0),
)
PLATE = 0.05  # of top and rim [m]


def _top(length: float, width: float, tall: float, tilt: float) -> Deck:
    """The plate, lower in front by the tilt [rad], so that on a floor that drops to the rear it stands level."""
    deck = board("Stand", 1, length / cos(tilt), width, tall + length / 2 * tan(tilt))
    return deck if tilt == 0 else replace(deck, u=(cos(tilt), 0.0, sin(tilt)))


def _make(g: Given) -> Made:
    length, width, tall = g["long"], g["wide"], g["tall"]
    steel = g.word("material") == "steel"
    mass = (
        length * width * (24 if steel else 11)
        + 4 * tall * (3.2 if steel else 1.4)
        + 2 * (length + width) * (2.4 if steel else 1.0)
    )
    return Made(
        length=length,
        width=width,
        height=tall + length * tan(radians(g["tilt"])),
        mass=mass,
        mass_pm=0.2 * mass,
        centre=(0.0, 0.0, 0.8 * tall),
        size_pm=0.01,
        decks=(_top(length, width, tall, radians(g["tilt"])),),
    )


def _pieces(item: Item) -> tuple[Box, ...]:
    if not item.decks:
        return ()
    deck = item.decks[0]
    rise = item.length.value / 2 * abs(deck.u[2])
    low, high = deck.origin[2] - rise, deck.origin[2] + rise
    return legs_and_plates(item, [(max(low - PLATE, 0.0), high)], high) if low > PLATE else ()


def _working(item: Item) -> tuple[Box, ...]:
    """Its legs alone, where its top swings up out of the way of what is below."""
    pieces = _pieces(item)
    return pieces[:4] if pieces and given(item).word("top") == "swings up" else pieces


register(
    Kind(
        "stand",
        "Stand",
        rectangle,
        "platform riser raised storage below leveling legs base",
        PARAMS,
        (
            Choice("material", "Made of", ("aluminum", "steel")),
            Choice("top", "Its top", ("is fixed", "swings up")),
        ),
        _make,
        pieces=_pieces,
        working=_working,
        big=True,
        can=frozenset({"bear things"}),
    )
)
