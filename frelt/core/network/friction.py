"""What a hose costs in pressure: Darcy and Weisbach, laminar 64/Re to 2000, Colebrook from 4000, smoothly between; wound hose by Schmidt.

Sources: C. F. Colebrook, J. Inst. Civ. Eng. 11 (1939); first guess S. E. Haaland, J. Fluids Eng. 105 (1983); curved tubes E. F. Schmidt,
Chem. Ing. Tech. 39 (1967). A test holds all of them to a library of fluid mechanics.
"""

from math import pi

import numpy as np
from msgspec import Struct

from ..base.arrays import Array
from ..fitting.laws import ROUGH
from .water import COLD, density, viscosity

LAMINAR, TURBULENT = 2000.0, 4000.0
NEWTON = 3  # steps after which 1/√f no longer moves, from Haaland's guess
LN10 = 2.302585092994046
ENDS = 4.0  # loss of couplings, hub and swivel of one hose, in velocity heads; from memory, ± half


class Line(Struct, frozen=True):
    """A hose or pipe. bore, length: inside [m].  rough: of its inside [m].  ends: of what stands in it, in velocity heads.

    wound: share of its length that is on a drum.  drum: diameter of the windings [m].
    """

    bore: float
    length: float
    rough: float = ROUGH
    ends: float = ENDS
    wound: float = 0.0
    drum: float = 0.4


def factor(reynolds: Array | float, relative: Array | float) -> Array:
    """Darcy's friction factor of straight hose [-]. reynolds [-].  relative: roughness over bore [-]. Arrays go together."""
    re = np.maximum(np.asarray(reynolds, dtype=float), 1e-9)
    slow: Array = 64.0 / re
    if (re <= LAMINAR).all():
        return slow
    fast = colebrook(np.maximum(re, LAMINAR), relative)
    found: Array = slow + (fast - slow) * _smooth((re - LAMINAR) / (TURBULENT - LAMINAR))
    return found


def _smooth(share: Array) -> Array:
    s = np.clip(share, 0.0, 1.0)
    found: Array = s * s * (3 - 2 * s)
    return found


def colebrook(reynolds: Array | float, relative: Array | float) -> Array:
    """The turbulent factor [-], of Reynolds numbers and relative roughnesses [-], by Newton on 1/√f from Haaland's guess."""
    re, rough = np.asarray(reynolds, dtype=float), np.asarray(relative, dtype=float) / 3.7
    x = -1.8 * np.log10(rough**1.11 + 6.9 / re)
    part = 2.51 / re
    for _ in range(NEWTON):
        inside = rough + part * x
        x = x - (x + 2 * np.log10(inside)) / (1 + 2 * part / (inside * LN10))
    found: Array = x**-2
    return found


def wound(reynolds: Array | float, relative: Array | float, ratio: Array | float) -> Array:
    """The factor of a hose wound on a drum [-]. reynolds, relative [-].  ratio: bore over the diameter of the windings [-].

    Turbulent from a Reynolds number that rises with the curvature; its jump is blended over the tenth below it.
    """
    re = np.maximum(np.asarray(reynolds, dtype=float), 1e-9)
    curve = np.asarray(ratio, dtype=float)
    turns = 2300.0 * (1 + 8.6 * curve**0.45)
    bent = 64.0 / re * (1 + 0.14 * curve**0.97 * np.maximum(re, 1.0) ** (1 - 0.644 * curve**0.312))
    fast = np.maximum(re, 0.5 * LAMINAR)
    more = np.where(re < 2.2e4, 2.88e4 / fast * curve**0.62, 0.0823 * (1 + curve) * curve**0.53 * fast**0.25)
    swirl = colebrook(fast, relative) * (1 + more)
    found: Array = bent + (swirl - bent) * _smooth((re - 0.9 * turns) / (0.1 * turns))
    return found


def loss(line: Line, flow: float, celsius: float = COLD) -> float:
    """What a flow [m³/s] of water loses in a line [Pa], in the direction of the flow."""
    if flow == 0:
        return 0.0
    rho, speed = density(celsius), abs(flow) / (pi / 4 * line.bore**2)
    reynolds, relative = rho * speed * line.bore / viscosity(celsius), line.rough / line.bore
    heads = line.length / line.bore * (1 - line.wound) * float(factor(reynolds, relative)) + line.ends
    if line.wound:
        heads += line.length / line.bore * line.wound * float(wound(reynolds, relative, line.bore / line.drum))
    lost = heads * rho * speed * speed / 2
    return lost if flow > 0 else -lost
