"""What flows do in fittings of which several kinds do the same; a kind takes one as its `pieces`."""

from typing import TYPE_CHECKING

from ..base.units import GALLON, PSI
from .figures import LOSS, clogged, figure_of
from .kind import Asked, Hand
from .laws import FittingLaw, Free, Piece, Way, opened, tapped

if TYPE_CHECKING:
    from ..model.plumbing import Fitting

CLOGGED = Asked("clogged", "Clogged", "share", 0.0, 0.0, 0.95)
TRIGGER = Hand(
    (("let go", 0.0), ("held half the time", 0.5), ("held three quarters of it", 0.75), ("held all the time", 1.0)),
    label="Trigger held, of the time",
    trigger=True,
)


def through(fitting: "Fitting", law: FittingLaw) -> tuple[Piece, ...]:
    """One way with its loss, under a law."""
    return (Piece("in", "out", Way(bore=fitting.bore, minor=figure_of(fitting, LOSS)), law),)


def valve(fitting: "Fitting", stands: float) -> tuple[Piece, ...]:
    """One way, its loss by how far it is open."""
    return (Piece("in", "out", *opened(fitting.bore, stands, figure_of(fitting, LOSS))),)


def mesh(fitting: "Fitting", stands: float) -> tuple[Piece, ...]:
    """One way whose loss rises by what of it is clogged."""
    heads = clogged(figure_of(fitting, LOSS), figure_of(fitting, "clogged"))
    return (Piece("in", "out", Way(bore=fitting.bore, minor=heads), Free()),)


def into_the_air(fitting: "Fitting", stands: float) -> tuple[Piece, ...]:
    """Out, with the velocity head that is lost there."""
    return (Piece("in", "", *tapped(Way(bore=fitting.bore, minor=figure_of(fitting, LOSS) + 1.0), stands)),)


def by_tips(fitting: "Fitting", stands: float) -> tuple[Piece, ...]:
    """Out through its tips: q = N·√(p / 4000 psi), by definition."""
    number = sum(fitting.tips)
    quad = 4000 * PSI / (number * GALLON / 60) ** 2 if number else 0.0
    return (Piece("in", "", *tapped(Way(bore=fitting.bore, minor=figure_of(fitting, LOSS), quad=quad), stands)),)
