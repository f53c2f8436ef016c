"""What leaves the lines onto the ground: through what stands open, and over the brim of what is full."""

from collections.abc import Iterator, Mapping

from ..base.text import duration, joined
from ..base.units import Units
from ..judge.status import Level
from ..model.liquid import Liquid
from ..model.rig import Rig
from ..model.tank_names import tank_names
from ..network.lines import LinesSolved
from ..network.reading import FLOWS
from .finding import Finding
from .named import names_of

HURTS = frozenset({"SH", "acid", "oxidizer", "ammonia", "gasoline", "diesel"})  # on the ground, to people or by fire
LEAST = 1e-4  # of what runs out that is spoken of, a share


def onto_the_ground(rig: Rig, solved: LinesSolved, units: Units) -> Iterator[Finding]:
    """What runs out, how much and for how long; danger where it hurts who stands there, else advice: it may be meant."""
    liquids = {a: t.liquid for a, _, t in rig.tanks()}
    for fitting, flow, shares in solved.reading.spills:
        where = f"onto the ground through {names_of(rig)[fitting]}"
        yield _told(rig, solved, units, flow, shares, liquids, where, (fitting,))
    for one in solved.reading.tanks:
        item, tank = next((i, t) for a, i, t in rig.tanks() if a == one.tank)
        if one.flow > FLOWS and solved.fills.get(one.tank, tank.top) >= 1.0 - 1e-9:
            shares = {one.tank: 1.0}  # what stands on top is what it holds
            where = f"over the brim of {tank_names(rig)[one.tank]}, which is full, onto the ground"
            yield _told(rig, solved, units, one.flow, shares, liquids, where, (item.id,), out=False)


def _told(
    rig: Rig,
    solved: LinesSolved,
    units: Units,
    flow: float,
    shares: Mapping[str, float],
    liquids: Mapping[str, Liquid],
    where: str,
    about: tuple[str, ...],
    out: bool = True,
) -> Finding:
    """One sentence: `62 gal/min of water run onto the ground through D1: the 210 gal of Water tank in 3 min at that rate`."""
    names, own = tank_names(rig), {s: v for s, v in shares.items() if v > LEAST}
    what = joined([liquids[s].short if s in liquids else "tap water" for s in sorted(own, key=lambda s: -own[s])]) or "liquid"
    rest = []
    for source in own if out else ():
        tank = next((t for a, _, t in rig.tanks() if a == source), None)
        if tank is not None:
            holds = solved.fills.get(source, tank.top) * tank.capacity.value
            rest.append(f"the {units.show(holds, 'volume')} of {names[source]} in {duration(holds / (flow * own[source]))}")
    said = f"{units.some(flow, 'flow')} of {what} runs {where}"
    if rest:
        said += f": {joined(rest)} at that rate"
    level: Level = "danger" if any(liquids[s].substance in HURTS for s in own if s in liquids) else "advice"
    return Finding(level, said, about)
