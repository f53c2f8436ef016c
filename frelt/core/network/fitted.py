"""What a fitting is to the solver, as its handle stands."""

from msgspec import Struct

from ..kind.fittings import CLOGS, CRACK, LIMIT, LOSS, MOTIVE, OPENS, RATIO, TAP_FLOW, TAP_PRESSURE, figure_of
from ..kind.inner import clogged
from ..model.plumbing import Fitting, FittingKind
from .net import Free, Law, OneWay, Relief, Shut, Way
from .tips import RATED, number_flow

PASSIVE: dict[FittingKind, tuple[str, ...]] = {  # joints without a loss of their own
    "tee": ("a", "b", "c"),
    "manifold": ("common", "1", "2", "3", "4", "5", "6"),
    "union": ("in", "out"),
    "bulkhead": ("in", "out"),
    "gauge": ("in", "out"),
}
LEAST_OPEN = 0.02  # share below which a valve is shut


class Piece(Struct, frozen=True):
    """One branch of a fitting. start, end: its ways; an end that is empty is the air.  way, law: as the solver has them.

    drawn: of an injector's draw its share of the motive flow, the limit behind it [Pa] and the least motive flow [m³/s].
    name: of a second branch of the same fitting.
    """

    start: str
    end: str
    way: Way
    law: Law
    name: str = ""
    drawn: tuple[float, float, float] | None = None

    def key(self, fitting_id: str) -> str:
        """By which the branch is asked for."""
        return f"{fitting_id}/{self.name}" if self.name else fitting_id


def opened(fitting: Fitting, share: float, heads: float) -> tuple[Way, Law]:
    """A way of a valve that is open by a share: its loss goes by the square of the share, and at last it is shut.

    After the flow a ball or needle leaves; the law of a maker's valve is his own.
    """
    if share < LEAST_OPEN:
        return Way(bore=fitting.bore, minor=heads), Shut()
    return Way(bore=fitting.bore, minor=heads + THROTTLE * (1 / share**2 - 1)), Free()


THROTTLE = 3.0  # velocity heads at half open over three; from memory of ball valves part shut


def fitted(fitting: Fitting, stands: float) -> tuple[Piece, ...]:
    """The branches of a fitting whose handle stands so; none for a joint and a cap."""
    heads = figure_of(fitting, LOSS)
    if fitting.kind in CLOGS:
        heads = clogged(heads, figure_of(fitting, "clogged"))
    way = Way(bore=fitting.bore, minor=heads)
    match fitting.kind:
        case "tee" | "manifold" | "union" | "bulkhead" | "gauge" | "cap":
            return ()
        case "ball valve" | "metering valve" | "remote valve":
            return (Piece("in", "out", *opened(fitting, stands, heads)),)
        case "float valve":
            return (Piece("in", "out", *((way, OneWay(0.0)) if stands >= LEAST_OPEN else (way, Shut()))),)
        case "three-way valve":
            return _three_way(fitting, stands, heads)
        case "check valve":
            return (Piece("in", "out", way, OneWay(figure_of(fitting, CRACK))),)
        case "relief valve":
            return (Piece("in", "out", way, Relief(figure_of(fitting, OPENS))),)
        case "injector":
            ratio = figure_of(fitting, RATIO)
            drawn = 1 / ratio, figure_of(fitting, LIMIT), figure_of(fitting, MOTIVE)
            return (Piece("in", "out", way, Free()), Piece("draw", "out", Way(), Shut(), "draw", drawn))
        case "tap":
            quad = figure_of(fitting, TAP_PRESSURE) / figure_of(fitting, TAP_FLOW) ** 2
            return (Piece("out", "", Way(quad=quad), Free() if stands >= LEAST_OPEN else Shut()),)
        case "gun" | "cleaner bar":
            number = sum(fitting.tips)
            tip = Way(bore=fitting.bore, minor=heads, quad=RATED / number_flow(number) ** 2 if number else 0.0)
            return (Piece("in", "", tip, Free() if stands >= LEAST_OPEN else Shut()),)
        case "drain" | "vent" | "open end":
            law: Law = Free() if stands >= LEAST_OPEN else Shut()
            return (Piece("in", "", Way(bore=fitting.bore, minor=heads + 1.0), law),)
        case _:
            return (Piece("in", "out", way, Free()),)


def _three_way(fitting: Fitting, stands: float, heads: float) -> tuple[Piece, ...]:
    """Turned to one of its ways; half turned an L is open a little to both, a T to both wholly."""
    first, second = 1 - stands, stands
    if fitting.turn == "T" and 0.25 < stands < 0.75:
        first = second = 1.0
    return (
        Piece("common", "first", *opened(fitting, first, heads)),
        Piece("common", "second", *opened(fitting, second, heads), name="second"),
    )
