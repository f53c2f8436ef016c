"""Skids: a base plate with rolled edges on fork channels; what stands on it is lifted with it."""

from math import ceil

from ..kind.kind import Choice, Given, Kind, Made, Param
from ..kind.outlines import rectangle
from ..kind.registry import register
from .shelf import board

PARAMS = (
    Param("long", "Long", "length", 0.4, 6.0, 1.83),
    Param("wide", "Wide", "length", 0.4, 2.4, 1.22),
    Param("plate", "Plate, thick", "length", 0.002, 0.03, 0.006),
    Param("coaming", "Rolled edge, high", "length", 0.0, 0.4, 0.05),
    Param("channel", "Fork channels, high", "length", 0.0, 0.3, 0.10),
    Param("apart", "Fork channels, middle to middle", "length", 0.2, 1.8, 0.66),
    Param("inside", "Fork channels, wide inside", "length", 0.05, 0.4, 0.18),
)
METAL = {"aluminum": 2700.0, "steel": 7850.0}


def _make(g: Given) -> Made:
    length, width, plate = g["long"], g["wide"], g["plate"]
    rho = METAL[g.word("material")]
    wall = 0.006 if g.word("material") == "aluminum" else 0.004
    across = width if g.word("forks") == "from the side" else length
    members = max(ceil(across / 0.9), 2)
    channels = 2 * across * 2 * (g["channel"] + g["inside"]) * wall if g["channel"] > 0 else 0.0
    cross = members * (length if g.word("forks") == "from the side" else width) * 0.08 * wall * 2
    edge = 2 * (length + width) * g["coaming"] * plate
    mass = rho * (length * width * plate + channels + cross + edge)
    floor = g["channel"] + plate
    return Made(
        length=length,
        width=width,
        height=floor + g["coaming"],
        mass=mass,
        mass_pm=0.15 * mass,
        centre=(0.0, 0.0, 0.6 * floor),
        centre_pm=0.02,
        size_pm=0.005,
        decks=(board("Skid", 1, length, width, floor),),
    )


register(
    Kind(
        "skid",
        "Skid",
        rectangle,
        "base plate fork channels pickup bed frame",
        PARAMS,
        (
            Choice("material", "Made of", ("aluminum", "steel")),
            Choice("forks", "Forks enter", ("from the rear", "from the side")),
        ),
        _make,
        big=True,
        can=frozenset({"be lifted", "bear things"}),
    )
)
