"""What liquid does inside a thing: elements between its ports and inner joints, as data. `core.network` makes branches of them.

Ports go by the ids of the thing's parts; a name that is no part is a joint inside it.
"""

from msgspec import Struct

CRACK = 1500.0  # pressure that lifts a pump's own valves [Pa]; from memory
AT_INLET = (
    -20e3
)  # static pressure below which a plunger pump's inlet does not fill [Pa]; makers say flooded to −0.2 bar, from memory
LIFTS = -45e3  # what a diaphragm pump draws up [Pa]: about 4.5 m; from memory


class Through(Struct, frozen=True):
    """A way. bore, length [m].  minor: what stands in it, in velocity heads.  wound: share of it on a drum of a diameter drum [m].

    quad: loss by the square of the flow [Pa s²/m⁶].  one_way, crack: whether it is a check, and what lifts it [Pa].
    """

    id: str
    start: str
    end: str
    bore: float
    length: float = 0.0
    minor: float = 0.0
    wound: float = 0.0
    drum: float = 0.4
    quad: float = 0.0
    one_way: bool = False
    crack: float = CRACK


class Plunger(Struct, frozen=True):
    """A pump that moves its flow [m³/s] whatever stands against it. least: at its inlet [Pa], in a bore [m]."""

    id: str
    start: str
    end: str
    flow: float
    least: float = AT_INLET
    bore: float = 0.019


class Membrane(Struct, frozen=True):
    """A pump with a straight curve from a pressure at no flow to a flow at no pressure. cut: mean of its switch's ends [Pa], or None."""

    id: str
    start: str
    end: str
    pressure: float
    flow: float
    cut: float | None = None
    least: float = LIFTS
    bore: float = 0.0127


class Unloads(Struct, frozen=True):
    """An unloader or relief valve from a joint to its way back. opens [Pa].

    pump, out: ids of the pump it spares and of the way to the guns that it watches; empty for a plain relief valve.
    idle: at which the pump goes round [Pa].  trapped: what it leaves in the hose [Pa], or None for what the pump idles at.
    """

    id: str
    start: str
    end: str
    opens: float
    pump: str = ""
    out: str = ""
    idle: float = 0.0
    trapped: float | None = None


class Burner(Struct, frozen=True):
    """A burner on a way. heat: that the water takes up [W].  most: at which its switch lets it rest [°C].  least: flow it fires from [m³/s]."""

    way: str
    heat: float
    most: float
    least: float = 0.0


class Dial(Struct, frozen=True):
    """What a percent dial draws: a share of what leaves by a way, whatever the pressures."""

    id: str
    start: str
    end: str
    motive: str
    share: float


Inner = Through | Plunger | Membrane | Unloads | Burner | Dial
