"""A pressure regulator between a tap and a gun: what is behind it is by hand, and it stands with what feeds it."""

from math import pi
from random import Random

import pytest
from msgspec.structs import replace

from frelt.core.base.figure import Figure
from frelt.core.base.units import GALLON, PSI
from frelt.core.edit.plumbing import turned_round
from frelt.core.geometry.frames import Frames
from frelt.core.kind.fittings import fitting_mass
from frelt.core.model.document import Document
from frelt.core.model.plumbing import Fitting, Line, Plumbing
from frelt.core.model.rig import Rig
from frelt.core.network.lines import LinesSolved, lines_solved
from frelt.core.network.one_way import against, part_with
from frelt.core.network.proof import broken
from frelt.drawing.line_plan.graph import graph_of
from frelt.formats.document import decode, encode
from tests.conftest import LONG, rig, tank

GPM = GALLON / 60
RHO = 998.2


def behind(mains: float, kept: float, tip: float, free: float = 10.0, loss: float = 10.0) -> Rig:
    """A tap of a pressure [psi] and a free flow [gal/min], a regulator set to a pressure [psi], and a tip at the end of short hoses."""
    figures = {"set": Figure(value=kept * PSI), "loss": Figure(value=loss)}
    tap = {"pressure": Figure(value=mains * PSI), "flow": Figure(value=free * GPM)}
    made = replace(
        rig(tank("water", 400.0, 1.0, size=0.8)),
        plumbing=Plumbing(
            lines=(
                Line(id="L1", start="W1/out", end="R1/in", length=0.01),
                Line(id="L2", start="R1/out", end="G1/in", length=0.01),
            ),
            fittings=(
                Fitting(id="W1", kind="tap", figures=tap),
                Fitting(id="R1", kind="pressure regulator", figures=figures, bore=0.0127),
                Fitting(id="G1", kind="gun", tips=(tip,), bore=0.0127),
            ),
        ),
    )
    return decode(encode(Document(rigs=(made,)))).rigs[0]


def solved(one: Rig, stands: dict[str, float] | None = None) -> LinesSolved:
    got = lines_solved(one, Frames(one), {"water/tank": 1.0}, stands)
    assert got is not None and got.reading.why == ""
    net, s = got.piping.net, got.steady
    assert broken(net, s.found, s.rho.tolist(), s.mu.tolist()) == ()
    return got


def pressures(got: LinesSolved) -> tuple[float, float, float]:
    """Before it and behind it [psi], and what the gun gives [gal/min]."""
    net, e = got.piping.net, got.piping.branch["R1"]
    p, b = got.steady.found.pressure, net.branches[got.piping.branch["R1"]]
    return float(p[b.start]) / PSI, float(p[b.end]) / PSI, float(got.steady.found.flow[e]) / GPM


def test_it_holds_what_it_is_set_to_and_the_tip_gives_by_that() -> None:
    """By hand: 30 psi at a tip of 40 through its gun's 4 heads; 0.01 m of hose and its ends lose less than 1 psi."""
    before, after, flow = pressures(solved(behind(55.0, 30.0, 40.0, free=30.0)))
    tip = 4000 * PSI / (40 * GPM) ** 2
    heads = (4 + 2 * 0.75) * RHO / 2 / (pi / 4 * 0.0127**2) ** 2
    assert after == pytest.approx(30.0, abs=0.01)
    assert flow * GPM == pytest.approx((30 * PSI / (tip + heads)) ** 0.5, rel=0.02)
    assert before == pytest.approx(55 * (1 - (flow / 30) ** 2), rel=0.02)


def test_below_its_pressure_it_is_only_a_loss_and_with_the_trigger_let_go_it_shuts() -> None:
    before, after, flow = pressures(solved(behind(20.0, 30.0, 40.0, free=30.0)))
    v = flow * GPM / (pi / 4 * 0.0127**2)
    assert after < 20.0 and (before - after) * PSI == pytest.approx(10 * RHO * v * v / 2, rel=0.01)
    shut = solved(behind(55.0, 30.0, 40.0), {"G1": 0.0})
    before, after, flow = pressures(shut)
    assert flow == pytest.approx(0.0, abs=1e-6) and before == pytest.approx(55.0, abs=0.2)
    assert not after > 30.0 + 0.1


def test_at_random_it_keeps_every_relation_and_never_lets_more_than_its_pressure_behind_it() -> None:
    draw = Random("regulator")
    for _ in range(40 * LONG):
        kept = draw.uniform(5, 80)
        one = behind(
            draw.uniform(10, 90), kept, draw.choice((2.0, 10.0, 40.0, 100.0)), draw.uniform(2, 30), draw.uniform(0, 60)
        )
        _, after, flow = pressures(solved(one))
        assert after <= kept + 0.01 and flow >= -1e-6


def test_put_in_it_stands_with_the_tap_and_turned_round_it_is_told() -> None:
    for ends in (("W1/out", "G1/in"), ("G1/in", "W1/out")):
        one = replace(
            rig(tank("water", 400.0, 1.0, size=0.8)),
            plumbing=Plumbing(
                lines=(Line(id="L1", start=ends[0], end=ends[1]),),
                fittings=(Fitting(id="W1", kind="tap"), Fitting(id="G1", kind="gun", tips=(5.0,))),
            ),
        )
        made, name = part_with(one, "L1", "pressure regulator")
        assert name.startswith("R") and not list(against(made))
        assert [f.id for f in against(turned_round(made, name))] == [name]
        (block,) = [b for b in graph_of(made).blocks if b.fitting == name]
        assert block.glyph == "own"
        own = made.plumbing.fitting(name)
        assert own is not None and fitting_mass(own).value == pytest.approx(0.6, rel=0.01)
