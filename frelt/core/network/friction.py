"""What a hose costs in pressure: Darcy and Weisbach, laminar 64/Re to 2000, Colebrook from 4000, smoothly between; wound hose by Schmidt.

Sources: C. F. Colebrook, J. Inst. Civ. Eng. 11 (1939); first guess S. E. Haaland, J. Fluids Eng. 105 (1983); curved tubes E. F. Schmidt,
Chem. Ing. Tech. 39 (1967). A test holds all of them to a library of fluid mechanics.
"""

from math import log10, pi

from msgspec import Struct

from .water import COLD, density, viscosity

ROUGH = 1.5e-6  # of the inside of a smooth hose [m]
LAMINAR, TURBULENT = 2000.0, 4000.0
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


def factor(reynolds: float, relative: float) -> float:
    """Darcy's friction factor [-]. reynolds [-].  relative: roughness over bore [-]."""
    if reynolds <= LAMINAR:
        return 64.0 / max(reynolds, 1e-9)
    if reynolds >= TURBULENT:
        return colebrook(reynolds, relative)
    s = (reynolds - LAMINAR) / (TURBULENT - LAMINAR)
    s = s * s * (3 - 2 * s)
    return 64.0 / reynolds * (1 - s) + colebrook(reynolds, relative) * s


def colebrook(reynolds: float, relative: float) -> float:
    """The turbulent factor [-], of a Reynolds number and a relative roughness [-], by Newton on 1/√f from Haaland's guess until it no longer moves."""
    x = -1.8 * log10((relative / 3.7) ** 1.11 + 6.9 / reynolds)
    for _ in range(20):
        inside = relative / 3.7 + 2.51 * x / reynolds
        value = x + 2 * log10(inside)
        slope = 1 + 2 * 2.51 / reynolds / (inside * 2.302585092994046)
        step = value / slope
        x -= step
        if abs(step) < 1e-12 * x:
            break
    return float(x**-2)


def wound(reynolds: float, relative: float, ratio: float) -> float:
    """The factor of a hose wound on a drum [-]. reynolds, relative [-].  ratio: bore over the diameter of the windings [-].

    Turbulent from a Reynolds number that rises with the curvature; its jump is blended over the tenth below it.
    """
    turns = 2300.0 * (1 + 8.6 * ratio**0.45)
    power = 1 - 0.644 * ratio**0.312
    bent: float = 64.0 / max(reynolds, 1e-9) * (1 + 0.14 * ratio**0.97 * max(reynolds, 1.0) ** power)
    if reynolds <= 0.9 * turns:
        return bent
    straight = colebrook(reynolds, relative)
    more = 2.88e4 / reynolds * ratio**0.62 if reynolds < 2.2e4 else 0.0823 * (1 + ratio) * ratio**0.53 * reynolds**0.25
    swirl: float = straight * (1 + more)
    if reynolds >= turns:
        return swirl
    s = (reynolds - 0.9 * turns) / (0.1 * turns)
    s = s * s * (3 - 2 * s)
    blended: float = bent * (1 - s) + swirl * s
    return blended


def loss(line: Line, flow: float, celsius: float = COLD) -> float:
    """What a flow [m³/s] of water loses in a line [Pa], in the direction of the flow."""
    if flow == 0:
        return 0.0
    rho, speed = density(celsius), abs(flow) / (pi / 4 * line.bore**2)
    reynolds, relative = rho * speed * line.bore / viscosity(celsius), line.rough / line.bore
    heads = line.length / line.bore * (1 - line.wound) * factor(reynolds, relative) + line.ends
    if line.wound:
        heads += line.length / line.bore * line.wound * wound(reynolds, relative, line.bore / line.drum)
    lost = heads * rho * speed * speed / 2
    return lost if flow > 0 else -lost
