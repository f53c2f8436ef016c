"""Racks: flat frames on a wall or door whose face carries things that hang."""

from ..kind.kind import Choice, Given, Kind, Made, Param
from ..kind.outlines import rectangle
from ..kind.registry import register
from ..model.carrier import Deck

PARAMS = (
    Param("long", "Long", "length", 0.2, 3.0, 0.8),
    Param("tall", "Tall", "length", 0.2, 2.2, 0.9),
)
DEEP = 0.04


def _make(g: Given) -> Made:
    a, b = g["long"] / 2, g["tall"] / 2
    mass = 1.0 + 4.2 * g["long"] * g["tall"] * (1.0 if g.word("material") == "aluminum" else 2.2)
    face = Deck(
        id="face",
        name="Rack",
        kind="shelf",
        on="item",
        origin=(0.0, 0.0, DEEP),
        outline=((-a, -b), (a, -b), (a, b), (-a, b)),
        surface="plate",
    )
    return Made(
        length=g["long"],
        width=g["tall"],
        height=DEEP,
        mass=mass,
        mass_pm=0.25 * mass,
        centre=(0.0, 0.0, DEEP / 2),
        centre_pm=0.01,
        size_pm=0.01,
        decks=(face,),
    )


register(
    Kind(
        "rack",
        "Rack",
        rectangle,
        "wall door hang hooks bungee holder",
        PARAMS,
        (Choice("material", "Made of", ("aluminum", "steel")),),
        _make,
        hangs="bottom",
    )
)
