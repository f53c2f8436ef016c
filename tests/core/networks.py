"""Random networks of all that the solver knows, and a checker of its relations that shares nothing with it."""

from collections.abc import Sequence
from math import isnan, pi

import numpy as np
from fluids.friction import friction_factor
from scipy.optimize import linprog

from frelt.core.base.units import GALLON, PSI
from frelt.core.network.net import Branch, Curve, Displacement, Draw, Free, Net, Node, OneWay, Relief, Shut, Way

GPM = GALLON / 60
G, RHO, MU = 9.80665, 998.2, 1.0016e-3


def tip(number: float) -> Way:
    """A nozzle: its number is what it passes at 4,000 psi, gal/min."""
    return Way(quad=4000 * PSI / (number * GPM) ** 2)


def lines(seed: int, checks: bool = False) -> Net:
    """Two to four tanks and a net of hoses between them, with valves, tips and, if wanted, check valves."""
    r = np.random.default_rng(seed)
    tanks, inner = int(r.integers(2, 5)), int(r.integers(2, 9))
    nodes = [Node(f"tank {n}", float(r.uniform(0, 2)), float(r.uniform(0, 2e4)), n) for n in range(tanks)]
    nodes += [Node(f"joint {n}", float(r.uniform(0, 2))) for n in range(inner)]
    order = r.permutation(len(nodes))
    pairs = [(int(order[k]), int(order[r.integers(0, k)])) for k in range(1, len(nodes))]
    pairs += [(int(a), int(b)) for a, b in r.integers(0, len(nodes), (int(r.integers(1, 6)), 2)) if a != b]
    made = []
    for n, (a, b) in enumerate(pairs):
        bore = float(r.choice([0.0095, 0.0127, 0.019, 0.025]))
        way = Way(float(r.uniform(0.3, 60)), bore, minor=float(r.uniform(0.5, 8)))
        made.append(Branch(f"line {n}", a, b, way, OneWay() if checks and r.random() < 0.3 else Free()))
    return Net(tuple(nodes), tuple(made))


def rigged(seed: int) -> Net:
    """A rig at random: tank, tap, one or two machines with unloaders, a diaphragm pump, an injector, guns, some of them shut."""
    r = np.random.default_rng(seed)
    nodes = [
        Node("tank", float(r.uniform(0.3, 1.2)), 0.0, 0),
        Node("soap", float(r.uniform(0.1, 1.0)), 0.0, 1),
        Node("lid", 1.3, 0.0),
    ]
    branches: list[Branch] = []

    def node(z: float = 0.4, **more: float | int) -> int:
        nodes.append(Node(f"n{len(nodes)}", z, **more))  # type: ignore[arg-type]
        return len(nodes) - 1

    def add(kind: str, a: int, b: int, way: Way = Way(), law: object = None) -> int:
        branches.append(Branch(f"{kind} {len(branches)}", a, b, way, law or Free()))  # type: ignore[arg-type]
        return len(branches) - 1

    suction = node()
    add(
        "suction",
        0,
        suction,
        Way(float(r.uniform(0.3, 4)), float(r.choice([0.0127, 0.019, 0.025])), minor=float(r.uniform(1, 9))),
    )
    common = node()
    for _ in range(int(r.integers(1, 3))):
        outlet = node()
        if r.random() < 0.8:
            add("pump", suction, outlet, law=Displacement(float(r.uniform(3, 10)) * GPM, -30e3, 0.019))
        else:
            add("stopped", suction, outlet, Way(1.0, 0.012), OneWay(4e3))
        add("unloader", outlet, 2, law=Relief(float(r.uniform(1500, 3500)) * PSI))
        add("out", outlet, common, Way(minor=2.0, bore=0.0095), OneWay(3e3))
    at = common
    if r.random() < 0.5:
        behind = node()
        main = add("injector", at, behind, Way(minor=30.0, bore=0.008))
        draw = node(0.2)
        add("draw", 1, draw, Way(2.0, 0.00635, minor=5.0), OneWay(3.4e3))
        add("drawn", draw, behind, law=Draw(main, 1 / 15, float(r.uniform(300, 900)) * PSI, 1e-5))
        at = behind
    for _ in range(int(r.integers(1, 4))):
        gun, air = node(1.0), node(1.0, fixed=0.0)
        wound = float(r.choice([0.0, 0.5]))
        add("hose", at, gun, Way(float(r.uniform(10, 90)), float(r.choice([0.0095, 0.0127])), minor=4.0, wound=wound, drum=0.3))
        number = float(r.choice([2, 4, 5.5, 8, 25, 40]))
        add("gun", gun, air, tip(number), Shut() if r.random() < 0.3 else Free())
    if r.random() < 0.5:
        inlet, outlet, air = node(), node(), node(1.5, fixed=0.0)
        add("soft suction", 1, inlet, Way(1.0, 0.0127, minor=3.0), OneWay(3.4e3))
        cut = float(r.uniform(40, 90)) * PSI if r.random() < 0.6 else None
        add("diaphragm", inlet, outlet, law=Curve(100 * PSI, 5.5 * GPM, cut, -40e3, 0.0127))
        add("soft gun", outlet, air, Way(45.0, 0.0127, minor=float(r.uniform(3, 400))))
        if r.random() < 0.4:
            add("to the pump", outlet, suction, Way(1.0, 0.0127, minor=4.0), OneWay(3.4e3))
    if r.random() < 0.5:
        tap = node(0.5, fixed=4e5, source=0)
        add(
            "tap",
            tap,
            suction if r.random() < 0.5 else 2,
            Way(15.0, 0.0127, minor=4.0, quad=4e5 / (5 * GPM) ** 2),
            OneWay(3.4e3),
        )
    return Net(tuple(nodes), tuple(branches))


def lost(way: Way, q: float) -> float:
    """What a flow of cold water loses, by the library's friction where it has one."""
    if q == 0:
        return 0.0
    total = way.quad * q * q
    if way.bore:
        v = abs(q) / (pi / 4 * way.bore**2)
        heads = way.minor
        if way.length:
            re = RHO * v * way.bore / MU
            if 2000 < re < 4000 or way.wound:
                from frelt.core.network.proof import way_loss

                return way_loss(way, q, RHO, MU)
            heads += (
                way.length
                / way.bore
                * friction_factor(Re=re, eD=way.rough / way.bore, Method="Colebrook" if re > 2000 else None)
            )
        total += heads * RHO * v * v / 2
    return total if q > 0 else -total


def kept(net: Net, p: Sequence[float], q: Sequence[float]) -> list[str]:
    """What a finished answer does not keep; written from the words of each part alone."""
    wrong = []
    for n, node in enumerate(net.nodes):
        over = sum(f * ((b.end == n) - (b.start == n)) for b, f in zip(net.branches, q, strict=True))
        if node.fixed is None and abs(over) > 1e-8:
            wrong.append(f"{node.name} keeps {over}")
    for b, f in zip(net.branches, q, strict=True):
        a, e = p[b.start], p[b.end]
        lift = RHO * G * (net.nodes[b.end].z - net.nodes[b.start].z)
        motive = q[b.law.motive] if isinstance(b.law, Draw) else 0.0
        good = _shut_in(b, a, e, f, motive) if isnan(a) or isnan(e) else _good(b, a, e, f, lift, motive)
        if not good:
            wrong.append(f"{b.id}: {f} from {a} to {e}")
    return wrong or _pressures_there_could_be(net, p)


def _shut_in(b: Branch, a: float, e: float, f: float, motive: float) -> bool:
    """Of what hangs on a part without a way out: it rests, and what could draw does not."""
    if abs(f) > 2e-8:
        return False
    match b.law:
        case Displacement(least=least) | Curve(least=least):
            return a < least + 100
        case Draw(limit=limit, least=least, vacuum=vacuum):
            return motive < least + 5e-9 or e > limit - 100 or a < vacuum + 100
    return True


def _good(b: Branch, a: float, e: float, f: float, lift: float, motive: float) -> bool:
    drop, still = a - e - lift, abs(f) < 5e-9
    tol = 2e-6 * max(abs(a), abs(e)) + 100
    same = abs(drop - lost(b.way, f)) < tol
    match b.law:
        case Free():
            return same
        case Shut():
            return f == 0
        case OneWay(crack):
            return (f > -5e-9 and abs(drop - crack - lost(b.way, f)) < tol) or (still and drop < crack + tol)
        case Relief(pressure):
            opens = f > 0 and ((abs(a - pressure) < tol and drop > -tol) or (a > pressure - tol and same))
            return opens or (still and a < pressure + tol)
        case Displacement(whole, least, bore):
            inlet = a - RHO * (f / (pi / 4 * bore**2)) ** 2 / 2
            starves = -5e-9 < f < whole and abs(inlet - least) < tol
            return starves or (abs(f - whole) < 5e-9 and inlet > least - tol) or (still and a < least + tol)
        case Curve(top, flow, cut, least, bore):
            able, room = flow * (1 + drop / top), 1e-8 + flow * tol / top
            inlet = a - RHO * (f / (pi / 4 * bore**2)) ** 2 / 2
            by_curve = abs(f - able) < room and (cut is None or e < cut + tol) and inlet > least - tol
            held = (cut is not None and abs(e - cut) < tol) or abs(inlet - least) < tol
            rests = still and (able < room or (cut is not None and e > cut - tol) or a < least + tol)
            return -5e-9 < f < max(able, 0) + room and (by_curve or held or rests)
        case Draw(_, share, limit, least, vacuum):
            by_share = abs(f - share * motive) < 1e-8 and e < limit + tol and a > vacuum - tol
            held = abs(e - limit) < tol or abs(a - vacuum) < tol
            rests = still and (motive < least + 5e-9 or e > limit - tol or a < vacuum + tol)
            return -5e-9 < f < max(share * motive, 0) + 1e-8 and (by_share or held or rests)
    return False


def _pressures_there_could_be(net: Net, p: Sequence[float]) -> list[str]:
    """Whether the parts that are shut in could stand at any pressure without something opening: a linear program says."""
    gone = [n for n, value in enumerate(p) if isnan(value)]
    if not gone:
        return []
    column = {n: k for k, n in enumerate(gone)}
    rows: list[list[float]] = []
    bounds: list[float] = []

    def at_most(a: int, e: int | None, bound: float) -> None:
        row, rest = [0.0] * len(gone), bound
        for node, sign in ((a, 1.0), (e, -1.0)):
            if node in column:
                row[column[node]] = sign
            elif node is not None:
                rest -= sign * p[node]
        rows.append(row)
        bounds.append(rest + 200)

    for b in net.branches:
        if b.start not in column and b.end not in column:
            continue
        lift = RHO * G * (net.nodes[b.end].z - net.nodes[b.start].z)
        if isinstance(b.law, Free | OneWay):
            at_most(b.start, b.end, lift + getattr(b.law, "crack", 0.0))
        if isinstance(b.law, Free):
            at_most(b.end, b.start, -lift)
        if isinstance(b.law, Relief) and b.start in column:
            at_most(b.start, None, b.law.pressure)
    if not rows:
        return []
    found = linprog(np.zeros(len(gone)), A_ub=rows, b_ub=bounds, bounds=[(None, None)] * len(gone))
    return [] if found.status == 0 else ["what is shut in would open something"]
