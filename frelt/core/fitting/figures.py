"""Figures of a fitting, typed or usual."""

from typing import TYPE_CHECKING

from .kind import Asked
from .registry import type_of

if TYPE_CHECKING:
    from ..model.plumbing import Fitting

LOSS = "loss"


def asked(fitting: "Fitting") -> tuple[Asked, ...]:
    """The figures that a fitting may have typed, its loss among them."""
    own = type_of(fitting)
    return (*own.asked, Asked(LOSS, "Loss, in velocity heads", "number", own.heads, 0.0, 1e5))


def figure_of(fitting: "Fitting", name: str) -> float:
    """A figure of a fitting in its quantity's SI unit [m, Pa, m³/s or share], the usual one where nothing was typed. Raises KeyError for one that its kind does not have."""
    if name in fitting.figures:
        return fitting.figures[name].value
    for one in asked(fitting):
        if one.id == name:
            return one.usual
    raise KeyError(name)


def clogged(heads: float, share: float) -> float:
    """The loss of a filter [velocity heads] of which a share of the mesh is shut: it goes by the square of what is left open."""
    return heads / max(1.0 - share, 0.01) ** 2
