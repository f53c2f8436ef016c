"""What fittings are known by: losses in velocity heads of their own bore, masses, and the figures each kind may have typed.

Losses: valves and tees after the equivalent lengths of the Crane paper (K = n·f_T; f_T about 0.026 at ½ in), a test holds them to a library of
fluid mechanics; strainers, filters and injectors from memory of data sheets, ± half.
"""

from msgspec import Struct

from ..base.constants import GARDEN_TAP
from ..base.figure import Figure
from ..base.units import PSI, Quantity
from ..model.plumbing import Fitting, FittingKind, Line, Material


class Asked(Struct, frozen=True):
    """A figure of a fitting. usual: where nothing is typed [SI].  note: where that comes from."""

    id: str
    label: str
    quantity: Quantity
    usual: float
    low: float
    high: float
    note: str = "from memory"


LOSS = "loss"
HANDLED: frozenset[FittingKind] = frozenset(
    {"ball valve", "three-way valve", "metering valve", "remote valve", "drain", "gun", "cleaner bar", "tap", "float valve"}
)
HEADS: dict[FittingKind, float] = {
    "ball valve": 0.08,
    "three-way valve": 0.78,
    "check valve": 1.4,
    "strainer": 2.0,
    "filter": 8.0,
    "tee": 0.5,
    "manifold": 0.8,
    "metering valve": 3.0,
    "injector": 40.0,
    "float valve": 6.0,
    "tap": 1.0,
    "gauge": 0.1,
    "vent": 1.0,
    "drain": 0.6,
    "relief valve": 3.0,
    "remote valve": 4.0,
    "bulkhead": 0.5,
    "union": 0.2,
    "cap": 0.0,
    "gun": 4.0,
    "cleaner bar": 6.0,
    "open end": 0.0,
}
CRACK, RATIO, LIMIT, MOTIVE, OPENS, TAP_PRESSURE, TAP_FLOW, CLOGGED = (
    "crack",
    "ratio",
    "limit",
    "motive",
    "opens",
    "pressure",
    "flow",
    "clogged",
)
CLOGS: frozenset[FittingKind] = frozenset({"strainer", "filter"})
ASKED: dict[FittingKind, tuple[Asked, ...]] = {
    "check valve": (Asked(CRACK, "It takes to open", "pressure", 0.5 * PSI, 0.0, 2e6),),
    "injector": (
        Asked(
            RATIO, "Parts of water to one drawn", "number", 15.0, 1.0, 500.0, "15:1 is one fitting; common practice, no source"
        ),
        Asked(
            LIMIT,
            "Draws below a pressure behind it of",
            "pressure",
            700 * PSI,
            1e5,
            3e7,
            "about 700 psi; common practice, no source",
        ),
        Asked(MOTIVE, "Draws from a flow of", "flow", 1.0e-4, 0.0, 1e-2),
    ),
    "relief valve": (Asked(OPENS, "Opens at", "pressure", 3500 * PSI, 1e4, 7e7),),
    "tap": (
        Asked(TAP_PRESSURE, "Pressure when nothing runs", "pressure", 55 * PSI, 1e4, 2e6, "45 to 65 psi, from memory of mains"),
        Asked(TAP_FLOW, "Flow when it runs free", "flow", GARDEN_TAP, 1e-6, 1e-2, "5 gal/min; common practice, no source"),
    ),
    "strainer": (Asked(CLOGGED, "Clogged", "share", 0.0, 0.0, 0.95),),
    "filter": (Asked(CLOGGED, "Clogged", "share", 0.0, 0.0, 0.95),),
}
EACH: dict[FittingKind, float] = {  # kg of one of ½ in; it grows with the square of the bore; from memory
    "ball valve": 0.30,
    "three-way valve": 0.50,
    "check valve": 0.20,
    "strainer": 0.35,
    "filter": 1.1,
    "tee": 0.12,
    "manifold": 0.9,
    "metering valve": 0.35,
    "injector": 0.35,
    "float valve": 0.5,
    "tap": 0.25,
    "gauge": 0.25,
    "vent": 0.1,
    "drain": 0.4,
    "relief valve": 0.4,
    "remote valve": 0.9,
    "bulkhead": 0.25,
    "union": 0.2,
    "cap": 0.08,
    "gun": 1.6,
    "cleaner bar": 0.0,
    "open end": 0.0,
}


def asked(fitting: Fitting) -> tuple[Asked, ...]:
    """The figures that a fitting may have typed, its loss among them."""
    return (*ASKED.get(fitting.kind, ()), Asked(LOSS, "Loss, in velocity heads", "number", HEADS[fitting.kind], 0.0, 1e5))


def figure_of(fitting: Fitting, name: str) -> float:
    """A figure of a fitting in its quantity's SI unit [m, Pa, m³/s or share], the usual one where nothing was typed. Raises KeyError for one that its kind does not have."""
    if name in fitting.figures:
        return fitting.figures[name].value
    for one in asked(fitting):
        if one.id == name:
            return one.usual
    raise KeyError(name)


def fitting_mass(fitting: Fitting) -> Figure:
    """What a fitting weighs dry [kg]."""
    if fitting.mass is not None:
        return fitting.mass
    value = EACH[fitting.kind] * max(fitting.bore / 0.0127, 0.5) ** 2
    return Figure(
        value=round(value, 3), plus_minus=round(0.4 * value, 3), basis="computed", note="by kind and bore, from memory"
    )


class Made(Struct, frozen=True):
    """What a hose or pipe is made of. wall [m], density of it [kg/m³], usual rating at ½ in [Pa]; from memory of data sheets."""

    wall: float
    density: float
    rating: float


MATERIALS: dict[Material, Made] = {
    "braided PVC hose": Made(0.0032, 1250.0, 200 * PSI),
    "clear PVC hose": Made(0.0030, 1200.0, 55 * PSI),
    "rubber suction hose": Made(0.0055, 1250.0, 150 * PSI),
    "agricultural spray hose": Made(0.0035, 1250.0, 600 * PSI),
    "fuel hose": Made(0.0040, 1300.0, 50 * PSI),
    "steel braid hose": Made(0.0042, 1850.0, 4000 * PSI),
    "textile braid hose": Made(0.0038, 1250.0, 1200 * PSI),
    "polyethylene tube": Made(0.0018, 950.0, 150 * PSI),
    "PVC pipe": Made(0.0030, 1400.0, 400 * PSI),
    "stainless pipe": Made(0.0020, 7900.0, 3000 * PSI),
}
LIGHT: Material = "braided PVC hose"
END = 0.75  # loss of one end of a hose with its barb or coupling, in velocity heads; from memory
CORNER = 0.35  # of one bend of a route, in velocity heads: K of a long bend, from memory


def made_of(line: Line) -> Made:
    """What a line is made of, the usual hose where nothing is said."""
    return MATERIALS[line.material or LIGHT]
