"""How long a tank takes to run out by itself: through its valve and a hose, in free fall.

Flow follows from the head H over the hose's end: v = √(2 g H / K), K = exit 1 + entrance 0.5 + valve + f L/d, with the
friction factor f of `network.friction`. Time is the sum of volume over flow, in steps that grow finer towards the empty tank.
Sources: any handbook of hydraulics; loss of a full-bore ball valve 0.1, from
memory.
"""

from math import pi, sqrt

from ..base.constants import GRAVITY
from ..geometry.tank_shape import surface_height
from ..model.item import Item, PortPart, TankPart
from ..network.friction import factor
from ..network.water import density, viscosity

ENTRANCE, VALVE, EXIT = 0.5, 0.1, 1.0
ROUGH = 1.0e-5  # of a rubber hose's inside [m], from memory
STEPS = 240


def friction(speed: float, bore: float) -> float:
    """Darcy's friction factor of a drain hose, full of water at 20 °C [-]. speed [m/s], bore [m]."""
    return float(factor(max(density() * speed * bore / viscosity(), 1.0), ROUGH / bore))


def flow(head: float, bore: float, hose: float = 0.0) -> float:
    """Flow through a valve of a bore and a hose of the same bore [m³/s] under a head of water over its end [m]."""
    if head <= 0 or bore <= 0:
        return 0.0
    factor, speed = 0.02, 0.0
    for _ in range(30):
        following = sqrt(2 * GRAVITY * head / (EXIT + ENTRANCE + VALVE + factor * hose / bore))
        if abs(following - speed) < 1e-9 * following:
            break
        speed = following
        factor = friction(speed, bore) if hose else factor
    return speed * pi / 4 * bore**2


def drain_time(tank: TankPart, start: float, end: float, bore: float, hose: float = 0.0, drop: float = 0.0) -> float:
    """Time for a tank to run from one fill to another [s]; infinite where nothing drives it out.

    bore: of valve and hose; hose: its length; drop: of the hose's end below the tank's floor [m].
    """
    if start <= end:
        return 0.0
    if bore <= 0 or (drop <= 0 and end <= 0 and tank.height <= 0):
        return float("inf")
    total, depth = 0.0, sqrt(start - end)
    for n in range(STEPS):
        s = depth * (n + 0.5) / STEPS  # fill = end + s²: fine steps where the head is small
        share = 2 * s * depth / STEPS
        rate = flow(surface_height(tank, end + s * s) + drop, bore, hose)
        if rate <= 0:
            return float("inf")
        total += share * tank.capacity.value / rate
    return total


def level_time(a: TankPart, b: TankPart, difference: float, bore: float, pipe: float = 1.0) -> float:
    """Time until two tanks joined by a pipe stand level to a millimeter, from a difference of their surfaces [m], in [s].

    Their surfaces' areas are taken as that of the fill above the middle: A = capacity / height. pipe: its length [m].
    """
    areas = [t.capacity.value / max(t.height, 1e-6) for t in (a, b)]
    both = areas[0] * areas[1] / (areas[0] + areas[1])  # the difference falls as if both were one tank of this area
    if bore <= 0:
        return float("inf")
    total, high, low = 0.0, max(difference, 0.0) ** 0.5, 0.001**0.5
    if high <= low:
        return 0.0
    for n in range(STEPS):
        s = low + (high - low) * (n + 0.5) / STEPS
        total += both * 2 * s * (high - low) / STEPS / flow(s * s, bore, pipe)
    return total


def valve_of(item: Item, tank: TankPart) -> float:
    """Bore of the valve a tank is drained by: its own, else its outlet's, else 1½ in [m]."""
    outlet = next((p.size for p in item.parts if isinstance(p, PortPart) and p.id == "outlet" and p.size > 0), 0.038)
    return tank.valve if tank.valve is not None else outlet
