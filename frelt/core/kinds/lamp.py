"""Work lamps: by themselves, in a row on a bar, or up a mast."""

from collections.abc import Callable

from ..kind.kind import Box, Choice, Given, Kind, Made, Param
from ..kind.outlines import rectangle
from ..kind.registry import given, register
from ..kind.usual_parts import draws_power
from ..model.item import Item


def _on(word: str) -> Callable[[Given], bool]:
    return lambda g: g.word("stands") == word


PARAMS = (
    Param("watts", "Watts, together", "number", 1, 4000, 40),
    Param("count", "Lamps", "number", 1, 12, 1),
    Param("bar", "Bar, long", "length", 0.2, 2.6, 1.2, _on("on a bar")),
    Param("mast", "Mast, high", "length", 0.3, 6.0, 1.8, _on("on a mast")),
)


def _make(g: Given) -> Made:
    n, stands = g["count"], g.word("stands")
    k = (g["watts"] / n / 40) ** (1 / 3)
    length, width, height, mass = 0.08 * k, 0.30 * k * n, 0.12 * k, 1.3 * k * n
    if stands == "on a bar":
        width, height, mass = max(g["bar"], width), height + 0.05, mass + 1.6 * g["bar"] + 0.8
    elif stands == "on a mast":
        length, width = max(length, 0.25), max(width, 0.25)
        height, mass = height + g["mast"], mass + 2.1 * g["mast"] + 3.0
    return Made(
        length=length,
        width=width,
        height=height,
        mass=mass,
        mass_pm=0.3 * mass,
        centre=(0.0, 0.0, (0.55 if stands == "on a mast" else 0.5) * height),
        centre_pm=0.05 if stands == "on a mast" else 0.01,
        parts=(draws_power("Lamp", g["watts"], "12 V" if g.word("volts") == "12 V" else "120 V"),),
    )


def _pieces(item: Item) -> tuple[Box, ...]:
    """A mast takes the room of a pole, and that of its lamps at its top."""
    g = given(item)
    a, b, h = item.length.value / 2, item.width.value / 2, item.height.value
    if g.word("stands") != "on a mast":
        return ()
    top = max(h - 0.12 * (g["watts"] / g["count"] / 40) ** (1 / 3), 0.0)
    return (-0.03, -0.03, 0.0, 0.03, 0.03, top), (-a, -b, top, a, b, h)


register(
    Kind(
        "lamp",
        "Lamp",
        rectangle,
        "light work flood lantern bar mast",
        PARAMS,
        (
            Choice("stands", "Stands", ("by itself", "on a bar", "on a mast")),
            Choice("volts", "Fed by", ("12 V", "mains")),
        ),
        _make,
        pieces=_pieces,
    )
)
