"""What a steady answer says of a rig: who gets how much, at what pressure, how strong and how warm; and what is not right with it."""

from collections.abc import Iterator, Mapping

import numpy as np
from msgspec import Struct

from ..base.constants import WATER_DENSITY, WATER_HEAT
from ..kind.inner import AT_INLET
from ..model.rig import Rig
from .net import Curve, Displacement
from .piping import Piping
from .states import STARVES, static
from .steady import Steady
from .water import COLD, TIPS_RATED_IN

DRIPS = 2e4  # pressure at a tip below which it drips [Pa]
FLOWS = 1e-6  # flow that counts [m³/s]: 0.06 L/min
BOILS = 60.0  # of the water at a plunger pump beyond which its seals are spoilt [°C]: 140 °F; makers' usual figure, from memory


class AtGun(Struct, frozen=True):
    """What a gun or bar gets. flow [m³/s].  at_tip: pressure before its nozzles [Pa].  celsius: how warm.

    shares: of each liquid in it, by the address of its tank or the id of its tap.  strength: of SH in it as bought, a share.
    known: False where air is drawn on the way, or nothing could be worked out.
    """

    gun: str
    flow: float
    at_tip: float
    celsius: float
    shares: Mapping[str, float]
    strength: float
    known: bool = True

    @property
    def drips(self) -> bool:
        """Whether what comes is no jet."""
        return self.at_tip < DRIPS


class AtPump(Struct, frozen=True):
    """What a machine or pump does. flow, whole: what it moves and what it would [m³/s].  inlet, outlet: static and total pressure [Pa].

    least: at its inlet [Pa].  back: what its unloader sends back [m³/s].  idle: whether all goes round.  runs: whether it does.
    starves: whether its inlet gives less than it would take.  curve: pressure at no flow [Pa] and flow at none [m³/s], of a pump that
    has one.  opens: of its unloader [Pa].
    """

    item: str
    runs: bool
    flow: float
    whole: float
    inlet: float
    outlet: float
    least: float
    back: float = 0.0
    idle: bool = False
    starves: bool = False
    curve: tuple[float, float] | None = None
    opens: float | None = None
    known: bool = True

    @property
    def margin(self) -> float:
        """How far its inlet is from what it needs at least [Pa]."""
        return self.inlet - self.least


class IntoTank(Struct, frozen=True):
    """What runs into or out of a tank. flow: in above zero [m³/s].  of: other tanks' and taps' liquids that run in [m³/s], as the shares of a gun are told."""

    tank: str
    flow: float
    of: Mapping[str, float]


class Reading(Struct, frozen=True):
    """guns, pumps, tanks: as above.  taps: what each gives [m³/s], below zero where it is driven back; nan where that is not known.  air: ends that draw air.

    why: where some part could not be worked out; the rest stands.  shut: things that pump into what is shut.  doubtful: branches behind air.

    spills: what runs out of a drain, a vent or an open end: its fitting, how much [m³/s], and the shares of what is in it.
    """

    guns: tuple[AtGun, ...] = ()
    pumps: tuple[AtPump, ...] = ()
    tanks: tuple[IntoTank, ...] = ()
    taps: Mapping[str, float] = {}
    air: tuple[str, ...] = ()
    why: str = ""
    shut: tuple[str, ...] = ()
    doubtful: frozenset[int] = frozenset()
    trapped: Mapping[str, float] = {}
    second: bool = False
    spills: tuple[tuple[str, float, Mapping[str, float]], ...] = ()


def read(piping: Piping, steady: Steady) -> Reading:
    """What an answer says."""
    found, net = steady.found, piping.net
    by_branch = {e: item for item, e in piping.pumps.items()}
    air, doubtful = _air(piping, steady)
    doubtful |= frozenset(steady.lost)
    sources = [s.id for s in piping.stocks]
    guns = tuple(_gun(piping, steady, gun, e, sources, e in doubtful) for gun, e in piping.guns.items())
    unloads = {i: (n, u) for n, (i, u) in enumerate(zip(piping.unloader_of, piping.unloaders, strict=True))}
    pumps_read = []
    for item, e in piping.pumps.items():
        b = net.branches[e]
        flow, law = float(np.nan_to_num(found.flow[e])), b.law
        inlet, outlet = float(found.pressure[b.start]), float(found.pressure[b.end])
        rho = float(steady.rho[e])
        match law:
            case Displacement(whole, least, bore):
                at, curve = static(inlet, flow, bore, rho), None
            case Curve(pressure, whole, _, least, bore):
                at, curve = static(inlet, flow, bore, rho), (pressure, whole)
            case _:
                at, curve, whole, least = inlet, None, 0.0, AT_INLET
        n, u = unloads.get(item, (-1, None))
        back = float(np.nan_to_num(found.flow[u.back])) if u is not None else 0.0
        opens = getattr(net.branches[u.back].law, "pressure", None) if u is not None else None
        pumps_read.append(
            AtPump(
                item,
                isinstance(law, Displacement | Curve),
                flow,
                whole,
                at,
                outlet,
                least,
                back,
                n in steady.idle,
                found.state[e] == STARVES,
                curve,
                opens,
                e not in doubtful,
            )
        )
    trapped = {piping.unloader_of[n]: float(found.pressure[net.branches[piping.unloaders[n].out].end]) for n in steady.idle}
    return Reading(
        guns,
        tuple(pumps_read),
        tuple(_tank(piping, steady, a, mouths, sources) for a, mouths in piping.mouths.items()),
        {tap: float(found.flow[e]) for tap, e in piping.taps.items()},
        air,
        why=steady.why,
        shut=tuple(by_branch[e] for e in found.shut if e in by_branch),
        doubtful=doubtful,
        trapped=trapped,
        second=steady.second,
        spills=tuple(_spills(piping, steady, sources, doubtful)),
    )


def _spills(
    piping: Piping, steady: Steady, sources: list[str], doubtful: frozenset[int]
) -> Iterator[tuple[str, float, Mapping[str, float]]]:
    """What runs out into the air but at guns and lids."""
    for fitting in piping.open_ends:
        e = piping.branch[fitting]
        flow = _number(steady.found.flow[e])
        if flow > FLOWS and e not in doubtful:
            shares = zip(sources, steady.carried.shares[e], strict=True)
            yield fitting, flow, {n: float(s) for n, s in shares if s > 1e-6}


def _gun(piping: Piping, steady: Steady, gun: str, e: int, sources: list[str], doubtful: bool) -> AtGun:
    flow = _number(steady.found.flow[e])
    way = piping.net.branches[e].way
    shares = steady.carried.shares[e]
    runs = flow > FLOWS
    by = {n: float(s) for n, s in zip(sources, shares, strict=True) if s > 1e-6} if runs else {}
    strength = sum(float(s) * stock.strength for s, stock in zip(shares, piping.stocks, strict=True)) if runs else 0.0
    at_tip = way.quad * flow * flow * float(steady.rho[e]) / TIPS_RATED_IN
    celsius = float(steady.carried.celsius[e]) if runs else COLD
    return AtGun(gun, flow, at_tip, celsius, by, strength, not doubtful)


def _number(value: float) -> float:
    """A flow out of a gun, nothing where it is not known [m³/s]."""
    return 0.0 if np.isnan(value) else max(float(value), 0.0)


def _tank(piping: Piping, steady: Steady, address: str, mouths: tuple[tuple[int, int], ...], sources: list[str]) -> IntoTank:
    total, of = 0.0, np.zeros(len(sources))
    for e, sign in mouths:
        into = -sign * float(np.nan_to_num(steady.found.flow[e]))
        total += into
        if into > FLOWS:
            of += into * steady.carried.shares[e]
    foreign = {n: float(v) for n, v in zip(sources, of, strict=True) if v > FLOWS and n != address}
    return IntoTank(address, total, foreign)


def _air(piping: Piping, steady: Steady) -> tuple[tuple[str, ...], frozenset[int]]:
    """Where air is drawn in and a pump or a gun loses its prime by it, and every branch that it goes through from there.

    A hose that only runs empty behind it, as a fill hose does once it is off the tap, loses none.
    """
    net, flow = piping.net, np.nan_to_num(steady.found.flow).tolist()
    leaving: dict[int, list[tuple[int, int]]] = {}
    for e, b in enumerate(net.branches):
        if abs(flow[e]) > FLOWS:
            up, down = (b.start, b.end) if flow[e] > 0 else (b.end, b.start)
            leaving.setdefault(up, []).append((e, down))
    primed = {*piping.pumps.values(), *piping.guns.values()}
    names, doubtful = [], set[int]()
    for end in piping.ends:
        b, f = net.branches[end.branch], flow[end.branch]
        out_of, into = (b.start, b.end) if f > 0 else (b.end, b.start)
        if abs(f) > FLOWS and net.nodes[out_of].air:
            own = _passed(piping, into, leaving)
            doubtful |= own
            if own & primed:
                names.append(end.name)
    return tuple(names), frozenset(doubtful)


def _passed(piping: Piping, start: int, leaving: Mapping[int, list[tuple[int, int]]]) -> set[int]:
    """Every branch that what comes to a node goes through."""
    waiting, seen, found = [start], set[int](), set[int]()
    while waiting:
        n = waiting.pop()
        if n in seen or piping.net.nodes[n].fixed is not None:
            continue
        seen.add(n)
        for e, down in leaving.get(n, ()):
            found.add(e)
            waiting.append(down)
    return found


def minutes_in_bypass(rig: Rig, piping: Piping, steady: Steady, pump: AtPump, fills: Mapping[str, float]) -> float | None:
    """How long a pump may go round until the water that circulates is as warm as it bears [s]; None where it does not go round.

    All that the pump puts in stays in the water between its way back and its inlet: a tank, or the lines alone where the way back
    ends at its inlet. Walls and air take some, so that it lasts a little longer.
    """
    if not pump.idle:
        return None
    watts = pump.flow * max(pump.outlet - pump.inlet, 0.0)
    u = piping.unloaders[piping.unloader_of.index(pump.item)]
    reached = _behind(piping, steady, piping.net.branches[u.back].end)
    sizes = {a: t.capacity.value for a, _, t in rig.tanks()}
    volume = sum(fills.get(a, 1.0) * sizes[a] for a in reached if a in sizes)
    if volume <= 0:
        volume = LINES_HOLD
    start = float(steady.carried.celsius[piping.pumps[pump.item]])
    return volume * WATER_DENSITY * WATER_HEAT * max(BOILS - start, 0.0) / watts if watts > 0 else None


LINES_HOLD = 0.002  # of a pump whose way back ends at its own inlet: head, bypass hose and suction [m³]; from memory


def _behind(piping: Piping, steady: Steady, node: int) -> set[str]:
    """The tanks that what comes back at a node runs into."""
    flow = np.nan_to_num(steady.found.flow).tolist()
    tanks = {e: a for a, mouths in piping.mouths.items() for e, _ in mouths}
    found, seen, waiting = set(), {node}, [node]
    while waiting:
        n = waiting.pop()
        for e, b in enumerate(piping.net.branches):
            if abs(flow[e]) < FLOWS or n not in (b.start, b.end):
                continue
            down = b.end if flow[e] > 0 else b.start
            if down == n:
                continue
            if e in tanks:
                found.add(tanks[e])
            elif down not in seen:
                seen.add(down)
                waiting.append(down)
    return found
