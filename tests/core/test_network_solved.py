"""The network solver against EPANET's engine, against brute force over all states, and against a checker of its own.

Sources: EPANET 2.3 (owa-epanet), fed with loss coefficients renewed from our friction since its own fit and constants differ; `fluids` for
friction in the checker; nozzle numbers by their definition.
"""

import warnings
from itertools import product
from math import pi
from pathlib import Path

import numpy as np
import pytest

from frelt.core.network.net import Branch, Displacement, Net, Node, OneWay, Relief, Shut, Way
from frelt.core.network.proof import broken, way_loss
from frelt.core.network.solving import Found, Solver
from frelt.core.network.states import STARVES, possible

from .networks import GPM, MU, PSI, RHO, G, kept, lines, rigged, tip

en = pytest.importorskip("epanet.toolkit", reason="its engine comes for this Python on this machine only")

FOOT, CFS, HEAD = 0.3048, 28.317, 0.02517  # the engine's own constants: m, l/s in a cubic foot a second, 8/(π² g) in feet
LEAST = 1e-6 * FOOT**3  # flow below which the engine takes a line for still [m³/s]
SEEDS = range(60)


def answer(net: Net) -> Found:
    """The answer for cold water everywhere."""
    count = len(net.branches)
    return Solver(net).solve(np.full(count, RHO), np.full(count, MU))


def by_epanet(net: Net, found: Found, folder: Path) -> list[float]:
    """Flows [m³/s] that the engine finds where each line loses by the coefficient that it has at our flow."""
    ph = en.createproject()
    en.init(ph, str(folder / "r.txt"), str(folder / "o.bin"), en.LPS, en.DW)
    for n, node in enumerate(net.nodes):
        i = en.addnode(ph, f"n{n}", en.JUNCTION if node.fixed is None else en.RESERVOIR)
        en.setnodevalue(ph, i, en.ELEVATION, node.z + (node.fixed or 0.0) / (RHO * G))
    for e, b in enumerate(net.branches):
        flow = max(abs(float(found.flow[e])), 1e-7)
        speed = flow / (pi / 4 * b.way.bore**2)
        heads = way_loss(b.way, flow, RHO, MU) / (RHO * speed**2 / 2)
        i = en.addlink(ph, f"b{e}", en.CVPIPE if isinstance(b.law, OneWay) else en.PIPE, f"n{b.start}", f"n{b.end}")
        own = 8 / (pi**2 * 9.80665 / FOOT)
        en.setpipedata(ph, i, 1e-6, b.way.bore * 1000, 1e-4, heads * own / HEAD)
    for option, value in ((en.TRIALS, 500), (en.ACCURACY, 1e-8)):
        en.setoption(ph, option, value)
    en.openH(ph)
    en.initH(ph, 0)
    with warnings.catch_warnings():  # of pressures below that of the air, which suction lines have
        warnings.simplefilter("ignore")
        en.runH(ph)
    flows = [en.getlinkvalue(ph, e + 1, en.FLOW) / CFS * FOOT**3 for e in range(len(net.branches))]
    en.closeH(ph)
    en.deleteproject(ph)
    return flows


@pytest.mark.parametrize("checks", [False, True])
def test_random_networks_of_lines_are_those_of_epanet(checks: bool, tmp_path: Path) -> None:
    compared = 0
    for seed in SEEDS:
        net = lines(seed, checks)
        found = answer(net)
        assert not found.why
        whole = float(np.abs(found.flow).max())
        if whole < 1e-5:
            continue
        theirs = by_epanet(net, found, tmp_path)
        assert np.abs(np.array(theirs) - found.flow).max() < 1e-5 * whole + LEAST, seed
        compared += 1
    assert compared > 40


def test_rigs_at_random_keep_every_relation() -> None:
    """Machines, unloaders, injectors, a diaphragm pump, taps and guns, some shut: held against a checker written apart from the solver."""
    solved = 0
    for seed in SEEDS:
        net = rigged(seed)
        found = answer(net)
        if found.why:
            assert "way out" in found.why  # a pump into what is shut: said, and no number given
            continue
        solved += 1
        assert kept(net, found.pressure.tolist(), found.flow.tolist()) == []
        assert broken(net, found, [RHO] * len(net.branches), [MU] * len(net.branches)) == ()
    assert solved > 50


@pytest.mark.parametrize("seed", [3, 21])
def test_of_all_combinations_of_states_only_those_of_our_flows_hold(seed: int) -> None:
    net = rigged(seed)
    sided = [(e, states) for e, b in enumerate(net.branches) if len(states := possible(b.law)) > 1]
    found, solver = answer(net), Solver(net)
    rho, mu = np.full(len(net.branches), RHO), np.full(len(net.branches), MU)
    assert not found.why
    held = 0
    combos = list(product(*(states for _, states in sided)))
    picked = (
        combos
        if len(combos) < 200
        else [combos[i] for i in np.random.default_rng(seed).choice(len(combos), 200, replace=False)]
    )
    for states in [*picked, tuple(found.state[e] for e, _ in sided)]:
        forced = {e: s for (e, _), s in zip(sided, states, strict=True)}
        try:
            one = solver.solve(rho, mu, forced=forced)
        except np.linalg.LinAlgError:
            continue
        if one.why or kept(net, one.pressure.tolist(), one.flow.tolist()):
            continue
        held += 1
        assert one.flow == pytest.approx(found.flow, abs=1e-7)
    assert held


def machine(number: float, least: float = 0.0, trigger: bool = True, outlet: bool = True) -> Net:
    """A tank, a machine of 5.5 gal/min at 3,000 psi with its unloader, 200 ft of ⅜ in, one gun."""
    nodes = (
        Node("tank", 1.0, 0.0, 0),
        Node("inlet", 0.3),
        Node("head", 0.3),
        Node("gun", 1.0),
        Node("air", 1.0, 0.0),
        Node("lid", 1.2, 0.0),
    )
    made = [
        Branch("suction", 0, 1, Way(1.5, 0.019, minor=5.0)),
        Branch("pump", 1, 2, law=Displacement(5.5 * GPM, least, 0.019)),
        Branch("hose", 2, 3, Way(61.0, 0.0095, minor=4.0), OneWay(3e3)),
        Branch("gun", 3, 4, tip(number), OneWay() if trigger else Shut()),
    ]
    return Net(nodes, tuple([*made, Branch("unloader", 2, 5, law=Relief(3000 * PSI))] if outlet else made))


def test_an_unloader_sends_back_what_a_small_tip_refuses_and_nothing_of_what_a_large_one_takes() -> None:
    small, large = answer(machine(4)), answer(machine(8))
    assert small.pressure[2] == pytest.approx(3000 * PSI) and small.flow[4] > 0
    assert small.flow[3] + small.flow[4] == pytest.approx(5.5 * GPM)
    assert large.flow[4] == 0 and large.flow[3] == pytest.approx(5.5 * GPM) and large.pressure[2] < 2400 * PSI


def test_a_pump_whose_inlet_sinks_too_low_starves_and_says_what_comes() -> None:
    starved = answer(machine(8, least=6.0e3))
    assert starved.state[1] == STARVES and 0 < starved.flow[1] < 5.5 * GPM


def test_a_pump_without_a_way_out_is_no_number() -> None:
    found = answer(machine(8, trigger=False, outlet=False))
    assert "no way out" in found.why and found.shut == (1,)
    assert np.isnan(found.pressure[2])
