"""A finished answer held against every relation of its network, one at a time and with nothing of how it was found.

Two solvers may agree on a state that cannot be; a list of what is not kept cannot.
"""

from collections.abc import Iterator, Sequence
from math import isnan, pi

from .friction import factor, wound
from .net import Behind, Curve, Displacement, Draw, Free, Law, Net, OneWay, Relief, Shut, Way
from .solving import GRAVITY, Found
from .states import LEVEL, SURE
from .water import TIPS_RATED_IN

SAME = 1e-6  # share of a pressure by which a relation may be off
LITTLE = 1e-7  # of the whole flow by which a balance may be off


def broken(net: Net, found: Found, rho: Sequence[float], mu: Sequence[float]) -> tuple[str, ...]:
    """Every relation that an answer does not keep, in words; none where it is right.

    rho, mu: density [kg/m³] and viscosity [Pa·s] by branch.
    """
    return (*_balances(net, found), *_relations(net, found, rho, mu))


def _balances(net: Net, found: Found) -> Iterator[str]:
    flows = found.flow.tolist()
    whole = max((abs(f) for f in flows), default=0.0)
    left = [0.0] * len(net.nodes)
    for b, f in zip(net.branches, flows, strict=True):
        left[b.start] -= f
        left[b.end] += f
    for node, over in zip(net.nodes, left, strict=True):
        if node.fixed is None and abs(over) > LITTLE * whole + SURE:
            yield f"{node.name}: {over:.3g} m³/s come and do not go"


def _relations(net: Net, found: Found, rho: Sequence[float], mu: Sequence[float]) -> Iterator[str]:
    p = found.pressure.tolist()
    for e, b in enumerate(net.branches):
        flow, start, end = float(found.flow[e]), p[b.start], p[b.end]
        if isnan(start) or isnan(end):
            if abs(flow) > 10 * SURE:
                yield f"{b.id}: flows where no pressure is known"
            elif not _may_rest(b.law, start, end, 0.0 if not isinstance(b.law, Draw) else float(found.flow[b.law.motive])):
                yield f"{b.id}: rests although it could draw"
            continue
        lift = GRAVITY * rho[e] * (net.nodes[b.end].z - net.nodes[b.start].z)
        lost = way_loss(b.way, flow, rho[e], mu[e])
        near = SAME * max(abs(start), abs(end), abs(lost), abs(lift)) + 3 * LEVEL
        drop = start - end - lift
        match b.law:
            case Free() | Shut():
                ok = flow == 0 if isinstance(b.law, Shut) else abs(drop - lost) <= near
            case OneWay(crack):
                ok = (flow >= -SURE and abs(drop - crack - lost) <= near) or (abs(flow) <= SURE and drop <= crack + near)
            case Relief(pressure):
                held = abs(start - pressure) <= near and drop >= -near
                wide = start >= pressure - near and abs(drop - lost) <= near
                ok = flow >= -SURE and (held or wide or (abs(flow) <= SURE and start <= pressure + near))
            case Behind(pressure):
                ok = _behind(pressure, flow, end, drop, lost, near)
            case Displacement(whole, least, bore):
                inlet = start - rho[e] * (flow / (pi / 4 * bore**2)) ** 2 / 2
                full = abs(flow - whole) <= SURE and inlet >= least - near
                starved = -SURE <= flow <= whole + SURE and abs(inlet - least) <= near
                ok = full or starved or (abs(flow) <= SURE and inlet <= least + near)
            case Curve():
                ok = _pump(b.law, flow, start, end, lift, rho[e], near)
            case Draw():
                ok = _draw(b.law, flow, start, end, float(found.flow[b.law.motive]), near)
        if not ok:
            yield f"{b.id}: {flow:.4g} m³/s from {start:.6g} to {end:.6g} Pa is not what it does"


def _behind(pressure: float, flow: float, end: float, drop: float, lost: float, near: float) -> bool:
    held = abs(end - pressure) <= near and drop >= lost - near
    wide = end <= pressure + near and abs(drop - lost) <= near
    rests = abs(flow) <= SURE and (end >= pressure - near or drop <= near)
    return flow >= -SURE and (held or wide or rests)


def _may_rest(law: Law, start: float, end: float, motive: float) -> bool:
    """Whether something rests rightly beside a part that is shut in, of which no pressure is known: out of one nothing is drawn."""
    match law:
        case Displacement(_, least, _) | Curve(_, _, _, least, _):
            return isnan(start) or start <= least + LEVEL
        case Draw(_, _, limit, least, vacuum):
            return motive <= max(least, SURE) or end >= limit - LEVEL or isnan(start) or start <= vacuum + LEVEL
        case _:
            return True


def _pump(law: Curve, flow: float, start: float, end: float, lift: float, rho: float, near: float) -> bool:
    whole = law.flow * (1 - (end + lift - start) / law.pressure)
    room = SURE + law.flow * near / law.pressure
    inlet = start - rho * (flow / (pi / 4 * law.bore**2)) ** 2 / 2
    if flow < -SURE or flow > max(whole, 0.0) + room:
        return False
    by_curve = abs(flow - whole) <= room and inlet >= law.least - near and (law.cut is None or end <= law.cut + near)
    cycles = law.cut is not None and abs(end - law.cut) <= near
    starves = abs(inlet - law.least) <= near
    rests = flow <= SURE and (whole <= room or (law.cut is not None and end >= law.cut - near) or start <= law.least + near)
    return by_curve or cycles or starves or rests


def _draw(law: Draw, flow: float, start: float, end: float, motive: float, near: float) -> bool:
    whole = law.share * motive
    if flow < -SURE or flow > max(whole, 0.0) + 2 * SURE:
        return False
    full = (
        abs(flow - whole) <= 2 * SURE and end <= law.limit + near and motive >= law.least - SURE and start >= law.vacuum - near
    )
    rests = flow <= SURE and (motive <= max(law.least, SURE) + SURE or end >= law.limit - near or start <= law.vacuum + near)
    return full or abs(end - law.limit) <= near or abs(start - law.vacuum) <= near or rests


def way_loss(way: Way, flow: float, rho: float, mu: float) -> float:
    """What a flow [m³/s] loses on a way [Pa], of a density [kg/m³] and viscosity [Pa·s], in its direction."""
    if flow == 0:
        return 0.0
    lost = way.quad * rho / TIPS_RATED_IN * flow * flow
    if way.bore > 0:
        speed = abs(flow) / (pi / 4 * way.bore**2)
        re = rho * speed * way.bore / mu
        heads = way.minor
        if way.length > 0:
            f = float(factor(re, way.rough / way.bore))
            if way.wound > 0:
                f = (1 - way.wound) * f + way.wound * float(wound(re, way.rough / way.bore, way.bore / way.drum))
            heads += f * way.length / way.bore
        lost += heads * rho * speed * speed / 2
    return lost if flow > 0 else -lost
