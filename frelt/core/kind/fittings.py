"""What fittings, hoses and pipes weigh and are made of."""

from msgspec import Struct

from ..base.figure import Figure
from ..base.units import PSI
from ..fitting.registry import type_of
from ..model.plumbing import Fitting, Line, Material


def fitting_mass(fitting: Fitting) -> Figure:
    """What a fitting weighs dry [kg]."""
    if fitting.mass is not None:
        return fitting.mass
    value = type_of(fitting).each * max(fitting.bore / 0.0127, 0.5) ** 2
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
