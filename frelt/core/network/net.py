"""A network as it is solved: nodes that carry pressure, and branches that carry flow, each with one relation between its ends.

Pressures are total and gauge [Pa], each at its node's own height; flows [m³/s] are positive from start to end.
"""

from msgspec import Struct

from ..fitting.laws import Behind as Behind
from ..fitting.laws import Free as Free
from ..fitting.laws import OneWay as OneWay
from ..fitting.laws import Relief as Relief
from ..fitting.laws import Shut as Shut
from ..fitting.laws import Way as Way


class Node(Struct, frozen=True):
    """Where branches meet. z: height [m].  fixed: its pressure where something outside holds it [Pa], else it follows.

    source: number of the liquid that comes from here where something does.  air: open to the air, so what comes from it is air.
    """

    name: str
    z: float = 0.0
    fixed: float | None = None
    source: int | None = None
    air: bool = False


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


Law = Free | OneWay | Shut | Displacement | Curve | Relief | Behind | Draw


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
