"""The catalog's injector and vent are in the lines what the fittings of their names are."""

import pytest
from msgspec.structs import replace

from frelt.core.base.units import US
from frelt.core.geometry.frames import Frames
from frelt.core.kind.substances import SURFACTANT
from frelt.core.model.item import Placement
from frelt.core.model.plumbing import Fitting, Line, Plumbing
from frelt.core.model.rig import Rig
from frelt.core.network.lines import lines_solved
from frelt.core.report.lines import findings
from frelt.core.solve import solve
from tests.conftest import tank
from tests.core.test_lines import made, simple


def soaped(thing: bool) -> Rig:
    """A machine behind whose outlet an injector draws soap: a thing of the catalog, or a fitting."""
    soap = tank("soap", 100.0, 4.0)
    soap = replace(soap, parts=(replace(soap.tanks[0], liquid=SURFACTANT),))
    part = replace(made("small-part", "J", "Injector", {}, {"what": "injector"}), place=Placement(deck="floor", u=3.5, v=0.5))
    one = simple(60.0, soap, *([part] if thing else []))
    p = one.plumbing
    first, second = p.lines
    lines = (
        first,
        Line(id="L3", start="m/outlet", end="J/in", bore=0.0095, length=1.0),
        replace(second, start="J/out"),
        Line(id="L4", start="soap/tank", end="J/draw", bore=0.00635, length=1.0),
    )
    fittings = p.fittings if thing else (*p.fittings, Fitting(id="J", kind="injector", bore=0.019))
    return replace(one, plumbing=replace(p, lines=lines, fittings=fittings))


def test_the_injector_of_the_catalog_draws_what_the_fitting_does() -> None:
    drawn = []
    for thing in (True, False):
        rig = soaped(thing)
        got = lines_solved(rig, Frames(rig), {a: 1.0 for a, _, _ in rig.tanks()})
        assert got is not None and got.reading.why == ""
        drawn.append(({t.tank: t.flow for t in got.reading.tanks}, got.reading.guns[0].shares))
    assert drawn[0][0] == pytest.approx(drawn[1][0], rel=0.02) and drawn[0][0]["soap/tank"] < -1e-6
    assert drawn[0][1] == pytest.approx(drawn[1][1], rel=0.02)


def test_the_vent_of_the_catalog_is_an_open_end_and_weighs_what_it_did() -> None:
    part = replace(made("small-part", "V", "Vent", {}, {"what": "vent"}), place=Placement(deck="floor", u=3.5, v=0.5))
    one = simple(5.0, part)
    vented = replace(
        one,
        plumbing=Plumbing(lines=(Line(id="L1", start="water/tank", end="V/in", length=1.0),)),
    )
    got = lines_solved(vented, Frames(vented), {"water/tank": 1.0})
    assert got is not None
    words = [f.words for f in findings(vented, Frames(vented), got, US)]
    assert any("onto the ground through Vent" in w for w in words)
    assert part.mass.value == 0.2 and solve(vented).loads is not None
