"""Shelves: boards on posts; each board is a deck of its own."""

from ..kind.kind import Box, Choice, Given, Kind, Made, Param
from ..kind.outlines import legs_and_plates, rectangle
from ..kind.registry import register
from ..model.carrier import Deck
from ..model.item import Item

PARAMS = (
    Param("long", "Long", "length", 0.2, 4.0, 1.2),
    Param("deep", "Deep", "length", 0.1, 1.2, 0.40),
    Param("tall", "Tall", "length", 0.1, 2.4, 1.2),
    Param("boards", "Boards", "number", 1, 6, 3),
)
BOARD = 0.02  # thick [m]


def board(name: str, n: int, length: float, width: float, z: float) -> Deck:
    """A level deck of an item at a height [m]."""
    a, b = length / 2, width / 2
    return Deck(
        id=f"board-{n}",
        name=name,
        kind="shelf",
        on="item",
        origin=(0.0, 0.0, round(z, 4)),
        outline=((-a, -b), (a, -b), (a, b), (-a, b)),
        surface="plate",
    )


def _make(g: Given) -> Made:
    length, width, tall, count = g["long"], g["deep"], g["tall"], int(g["boards"])
    each = 9.0 if g.word("material") == "aluminum" else 16.0
    mass = count * length * width * each + 4 * tall * (0.9 if g.word("material") == "aluminum" else 1.8) + 1
    heights = [tall] if count == 1 else [0.08 + (tall - 0.08) * n / (count - 1) for n in range(count)]
    names = ["Shelf"] if count == 1 else [f"Shelf {n + 1}" for n in range(count)]
    return Made(
        length=length,
        width=width,
        height=tall,
        mass=mass,
        mass_pm=0.2 * mass,
        centre=(0.0, 0.0, 0.5 * tall),
        size_pm=0.01,
        decks=tuple(board(name, n + 1, length, width, z) for n, (name, z) in enumerate(zip(names, heights, strict=True))),
    )


def _pieces(item: Item) -> tuple[Box, ...]:
    boards = [(max(d.origin[2] - BOARD, 0.0), d.origin[2]) for d in item.decks]
    return legs_and_plates(item, boards, item.height.value)


register(
    Kind(
        "shelf",
        "Shelf",
        rectangle,
        "rack boards storage wall",
        PARAMS,
        (Choice("material", "Made of", ("aluminum", "steel")),),
        _make,
        pieces=_pieces,
        can=frozenset({"bear things"}),
    )
)
