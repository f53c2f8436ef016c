"""Ladders: extension, step, or folding."""

from ..kind.kind import Choice, Given, Kind, Made, Param, Service
from ..kind.outlines import beside, rectangle
from ..kind.registry import register
from ..model.item import Item


def _make(g: Given) -> Made:
    step = g.word("type") != "extension"
    per = {"extension": 3.4, "step": 3.6, "folding": 4.2}[g.word("type")]
    glass = 1.35 if g.word("material") == "fiberglass" else 1.0
    mass = per * g["long"] * glass * (2 if g.word("type") == "extension" else 1.4)
    return Made(
        length=g["long"],
        width=0.42 if not step else 0.50,
        height=0.16 if not step else 0.18,
        mass=mass,
        mass_pm=0.2 * mass,
        centre=(0.0, 0.0, 0.08),
        centre_pm=0.05,
        size_pm=0.02,
    )


def _service(item: Item) -> tuple[Service, ...]:
    return (beside(item, "rungs, to pull it out by", "back", 0.5, (0.0, 1.0), (0.0, 1.0), "daily"),)


register(
    Kind(
        "ladder",
        "Ladder",
        rectangle,
        "extension step folding climb",
        (Param("long", "Stowed length", "length", 0.4, 8.0, 2.6),),
        (Choice("type", "Type", ("extension", "step", "folding")), Choice("material", "Made of", ("aluminum", "fiberglass"))),
        _make,
        _service,
        carried=True,
        hangs="bottom",
        can=frozenset({"hang over"}),
    )
)
