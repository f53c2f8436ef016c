"""A network as it is solved: nodes that carry pressure, and branches that carry flow, each with one relation between its ends.

Pressures are total and gauge [Pa], each at its node's own height; flows [m³/s] are positive from start to end.
"""

from msgspec import Struct

from .friction import ROUGH


class Node(Struct, frozen=True):
    """Where branches meet. z: height [m].  fixed: its pressure where something outside holds it [Pa], else it follows.

    source: number of the liquid that comes from here where something does.  air: open to the air, so what comes from it is air.
    """

    name: str
    z: float = 0.0
    fixed: float | None = None
    source: int | None = None
    air: bool = False


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


class Displacement(Struct, frozen=True):
    """A pump that moves a flow [m³/s] whatever stands against it, while its inlet's static pressure stays above least [Pa].

    bore: of the inlet [m].
    """

    flow: float
    least: float
    bore: float


class Curve(Struct, frozen=True):
    """A pump that gains pressure at no flow [Pa], in a straight line less to none at a flow [m³/s].

    cut: mean of the pressures between which its switch stops and starts it [Pa], None without a switch.  least, bore: of its inlet.
    """

    pressure: float
    flow: float
    cut: float | None
    least: float
    bore: float


class Relief(Struct, frozen=True):
    """Opens at a pressure before it [Pa] and lets through what would raise it: a relief valve, or an unloader's way back."""

    pressure: float


class Draw(Struct, frozen=True):
    """An injector's draw: a share of its motive flow, while the pressure behind it stays below a limit [Pa].

    motive: number of the branch that drives it, to whose end it is drawn.  least: motive flow below which nothing is [m³/s].
    vacuum: the least pressure it can draw at [Pa].
    """

    motive: int
    share: float
    limit: float
    least: float = 0.0
    vacuum: float = -70e3


Law = Free | OneWay | Shut | Displacement | Curve | Relief | Draw


class Branch(Struct, frozen=True):
    """One way for a flow. id: by which it is asked for.  start, end: numbers of its nodes."""

    id: str
    start: int
    end: int
    way: Way = Way()
    law: Law = Free()


class Net(Struct, frozen=True):
    """Nodes and branches by number."""

    nodes: tuple[Node, ...]
    branches: tuple[Branch, ...]

    def number(self, branch: str) -> int:
        """Which of the branches an id is. Raises KeyError."""
        for n, b in enumerate(self.branches):
            if b.id == branch:
                return n
        raise KeyError(branch)
