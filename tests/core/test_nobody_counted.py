"""What nobody counted and what a class usually has: the band above what is counted, and what is likely over."""

from math import hypot
from pathlib import Path

import numpy as np
import pytest
from msgspec.structs import replace

from frelt.app import stock
from frelt.core.base.figure import Figure, plate
from frelt.core.base.units import METRIC
from frelt.core.geometry.frames import Frames
from frelt.core.judge.marks import is_broken, is_open, mark_of
from frelt.core.judge.words import sentence
from frelt.core.masses.nobody_counted import USUAL, nobody_counted
from frelt.core.masses.weigh import weigh
from frelt.core.model.carrier import TrailerRatings, Typical
from frelt.core.model.item import Item, Placement
from frelt.core.model.rig import Rig
from frelt.core.planning.uncounted import uncounted
from frelt.core.planning.weigh_first import weigh_first, weighed
from frelt.core.report.verdict import speaking
from frelt.core.solve import solve
from frelt.formats.document import decode
from tests.conftest import LONG, block, rig, trailer

ENTRIES = {e.item.id: e.item for e in stock.equipment()}
FILES = sorted(Path("tests/fixtures/packed").glob("*.json")) + sorted(Path("frelt/data/demo").glob("*.json"))


def test_it_is_the_sum_of_the_list_that_asks_and_of_the_catalog_s_weights() -> None:
    for usual in USUAL:
        entry = weigh(ENTRIES[usual.entry], 1.0)
        assert usual.mass == pytest.approx(entry.value, abs=0.06), usual.entry
    for file in FILES:
        for one in decode(file.read_bytes()).rigs:
            frames = Frames(one)
            found, listed = nobody_counted(one, frames), [m for m in uncounted(one, frames, ENTRIES) if m.how != "person"]
            assert found is not None and found.mass.value == pytest.approx(sum(m.mass.value for m in listed), abs=0.5), (
                file.name
            )
            every = replace(one, waved=tuple(m.id for m in listed))
            assert nobody_counted(every, frames) is None
            told = nobody_counted(replace(every, nobody_counted=Figure(value=40.0, plus_minus=15.0)), frames)
            assert told is not None and told.told and told.mass.value == 40.0


def put_aboard(one: Rig, carrier: str, mass: float, x: float, y: float) -> Rig:
    """The rig with a real thing of that mass there; it is in nobody's way, since only loads are asked."""
    deck = one.carrier(carrier).main_deck
    place = Placement(deck=deck.id, u=x - deck.origin[0], v=y - deck.origin[1])
    size = Figure(value=0.01)
    return replace(
        one,
        items=(
            *one.items,
            Item(
                id="more", name="More", kind="plain", place=place, length=size, width=size, height=size, mass=Figure(value=mass)
            ),
        ),
    )


@pytest.mark.parametrize("name", ["harbor-skid", "barn-closed"] if LONG > 1 else ["harbor-skid"])
def test_it_adds_what_a_real_thing_of_its_mass_and_place_adds_and_its_spread_is_that_of_random_ones(name: str) -> None:
    """Source: the rig solved again with the thing put aboard, once at its middle and often at random (Monte Carlo)."""
    one = decode(Path(f"tests/fixtures/packed/{name}.frelt.json").read_bytes()).rigs[0]
    solved = solve(one)
    more = nobody_counted(one, solved.frames)
    assert more is not None
    wanted = {c.id: c for c in solved.checks if c.kind in ("gross", "axle", "tire", "payload") and c.load is not None}
    assert len(wanted) >= 5

    def loads(mass: float, x: float) -> dict[str, float]:
        table = solve(put_aboard(one, more.carrier, mass, x, more.y)).by_state
        found = {i: next(k for k in table.get(c.state) if k.id == i).load for i, c in wanted.items()}
        return {i: load for i, load in found.items() if load is not None}

    middle = loads(more.mass.value, more.x)
    for check_id, check in wanted.items():
        assert check.load is not None
        assert middle[check_id] - check.load == pytest.approx(check.beyond, rel=1e-6, abs=0.01), check_id
    rng = np.random.default_rng(5)
    drawn = [
        loads(max(more.mass.value + rng.normal() * more.mass.plus_minus / 1.96, 0.0), more.x + rng.normal() * more.along / 1.96)
        for _ in range(600 if LONG > 1 else 80)
    ]
    for check_id, check in wanted.items():
        seen = 1.96 * np.std([d[check_id] for d in drawn])
        assert seen == pytest.approx(check.beyond_pm, rel=0.3), check_id


def test_above_what_its_class_usually_has_an_unread_plate_is_likely_over_and_never_right() -> None:
    base = replace(trailer(), ratings=TrailerRatings())
    one = rig(block("machine", 410.0, 2.4), trailer=base)
    for usual, likely in ((3000.0, None), (1000.0, "over")):  # 910 kg are counted, more than 90 kg nobody counted
        classed = replace(one, trailer=replace(base, typical=(Typical(field="ratings.gross", rating=usual),)))
        solved = solve(classed)
        gross = solved.check("gross")
        assert gross is not None and (gross.status, gross.likely, gross.typical) == ("unknown", likely, usual)
        assert mark_of(gross) == ("likely" if likely else "unknown")
        assert (speaking(solved) is gross) == bool(likely)
    assert sentence(gross, METRIC).startswith("Laden trailer: likely over. It carries up to 1,1")
    read = replace(one, trailer=replace(base, ratings=TrailerRatings(gross=plate(1000.0))))
    gross = solve(read).check("gross")
    assert gross is not None
    assert (gross.status, gross.likely) == ("ok", "over")
    assert "90 kg to spare" in sentence(gross, METRIC) and "likely over" in sentence(gross, METRIC)
    assert is_open(gross) and not is_broken(gross)


@pytest.mark.parametrize("name", ["barn-closed", "harbor-skid"])
def test_what_to_weigh_first_is_what_brute_force_finds(name: str) -> None:
    """Source: brute force. Every thing in turn is given the ± of a scale, and the whole rig solved anew."""
    one = decode(Path(f"tests/fixtures/packed/{name}.frelt.json").read_bytes()).rigs[0]
    solved = solve(one)
    gain = weigh_first(solved)
    assert gain is not None and gain.before == pytest.approx(hypot(gain.check.spread, gain.check.beyond_pm))
    found = {}
    for what, one_id, _, other in weighed(one, solved.frames, one.items):
        same = next(c for c in solve(other).by_state[gain.check.state] if c.id == gain.check.id)
        found[what, one_id] = hypot(same.spread, same.beyond_pm)
        assert same.load == pytest.approx(gain.check.load)  # the ± changes, no mass
    assert len(found) > 10 and found[gain.what, gain.id] == pytest.approx(min(found.values())) == pytest.approx(
        gain.after, rel=1e-6
    )
    assert "becomes ±" in gain.words(METRIC)
