"""What a flow loses on a way, and what it may do there: the relations that fittings are made of. `core.network` solves them.

Pressures are gauge [Pa], flows [m³/s] positive from start to end.
"""

from msgspec import Struct

ROUGH = 1.5e-6  # of the inside of a smooth hose [m]
LEAST_OPEN = 0.02  # share below which a valve is shut
THROTTLE = 3.0  # velocity heads at half open over three; from memory of ball valves part shut


class Way(Struct, frozen=True):
    """What a flow loses on its way. length, bore: of a hose or pipe [m], length 0 where it is none.  rough: of its inside [m].

    minor: loss of what stands in it, in velocity heads of its bore.  wound: share of the length on a drum of a diameter drum [m].
    quad: loss per square of the flow for water of 998.2 kg/m³ [Pa s²/m⁶]: a tip, a tap, a valve coefficient.
    """

    length: float = 0.0
    bore: float = 0.0
    rough: float = ROUGH
    minor: float = 0.0
    wound: float = 0.0
    drum: float = 0.4
    quad: float = 0.0


class Free(Struct, frozen=True):
    """Flows either way."""


class OneWay(Struct, frozen=True):
    """Flows from start to end alone. crack: what it takes to lift it [Pa]."""

    crack: float = 0.0


class Shut(Struct, frozen=True):
    """Nothing flows."""


class Relief(Struct, frozen=True):
    """Opens at a pressure before it [Pa] and lets through what would raise it: a relief valve, or an unloader's way back."""

    pressure: float


class Behind(Struct, frozen=True):
    """Flows from start to end alone, and throttles so that the pressure behind it is at most this [Pa]."""

    pressure: float


FittingLaw = Free | OneWay | Shut | Relief | Behind


class Piece(Struct, frozen=True):
    """One branch of a fitting. start, end: its ways; an end that is empty is the air.  way, law: as the solver has them.

    drawn: of an injector's draw its share of the motive flow, the limit behind it [Pa] and the least motive flow [m³/s].
    name: of a second branch of the same fitting.
    """

    start: str
    end: str
    way: Way
    law: FittingLaw
    name: str = ""
    drawn: tuple[float, float, float] | None = None

    def key(self, fitting_id: str) -> str:
        """By which the branch is asked for."""
        return f"{fitting_id}/{self.name}" if self.name else fitting_id


def opened(bore: float, share: float, heads: float) -> tuple[Way, FittingLaw]:
    """A way of a valve that is open by a share: its loss goes by the square of the share, and at last it is shut.

    After the flow a ball or needle leaves; the law of a maker's valve is his own.
    """
    if share < LEAST_OPEN:
        return Way(bore=bore, minor=heads), Shut()
    return Way(bore=bore, minor=heads + THROTTLE * (1 / share**2 - 1)), Free()


def tapped(way: Way, stands: float) -> tuple[Way, FittingLaw]:
    """A way that is open or shut."""
    return way, Free() if stands >= LEAST_OPEN else Shut()
