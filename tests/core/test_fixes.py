"""Fixes of any finding that is chosen, each held against computing the rig again."""

from msgspec.structs import replace

from frelt.core.base.figure import Figure, plate
from frelt.core.base.units import US
from frelt.core.fixes.fix import fixes
from frelt.core.judge.status import GRAVE, LEVELS
from frelt.core.solve import solve
from tests.conftest import block, rig
from tests.core.test_packed import packed


def test_a_chosen_finding_offers_its_own_fixes_and_a_danger_may_cost_a_lid() -> None:
    """On a packed rig: advice is cured without harm to anything, a danger without harm to what is as grave."""
    before = solve(packed("tram-tray"))
    was = {c.id: c for c in before.checks}
    for start, levels in (("off-deck", GRAVE), ("service:pump", LEVELS)):
        check = next(c for c in before.checks if c.id.startswith(start) and c.status == "over")
        found = fixes(before, check, US)
        assert found, check.id
        for fix in found:
            after = solve(fix.rig)
            cured = after.check(check.id)
            assert cured is None or cured.status != "over"
            worse = [
                c.id
                for c in after.checks
                if c.level in levels and c.status == "over" and c.id in was and was[c.id].status == "ok"
            ]
            assert not worse, fix.words


def test_unlike_things_are_not_exchanged_and_travel_says_how_long_it_lasts_and_whose_tank_it_is() -> None:
    tall = replace(block("bench", 20.0, 2.0), length=Figure(value=1.2))
    before = solve(rig(tall, block("heavy", 200.0, 4.0)))
    assert not [f for f in fixes(before, before.checks[0], US) if f.kind == "exchange"]
    one = packed("tram-tray")
    vehicle = one.vehicle
    assert vehicle is not None
    laden = solve(one).check("vehicle:gross")
    assert laden is not None and laden.load is not None
    short = replace(one, vehicle=replace(vehicle, ratings=replace(vehicle.ratings, gross=plate(laden.load - 60.0))))
    solved = solve(short)
    check = solved.check("vehicle:gross")
    assert check is not None and check.status == "over"
    said = [f.words for f in fixes(solved, check, US) if f.kind == "travel"]
    assert said and all("of work with everything running" in w or "at most" in w for w in said)
