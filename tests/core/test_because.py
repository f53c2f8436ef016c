"""What makes a load: the parts come to the whole, and taking a thing away changes the load by what its part said."""

from pathlib import Path

import numpy as np
import pytest
from msgspec.structs import replace

from frelt.app.storage import load
from frelt.core.edit.removal import remove
from frelt.core.judge.check import Check
from frelt.core.model.plumbing import Plumbing
from frelt.core.report.because import because
from frelt.core.solve import Solved, solve

PACKED = sorted((Path(__file__).parents[1] / "fixtures" / "packed").glob("*.json"))


def loads(solved: Solved) -> list[Check]:
    return [c for c in solved.checks if c.load is not None and because(solved, c) is not None]


@pytest.mark.parametrize("file", PACKED, ids=lambda f: f.name.split(".")[0])
def test_all_parts_come_to_the_load_and_of_a_share_to_nothing(file: Path) -> None:
    solved = solve(load(file).rigs[0])
    judged = loads(solved)
    assert len(judged) >= 8
    for check in judged:
        made = because(solved, check, 5)
        assert made is not None and len(made.parts) <= 5 and check.load is not None
        total = sum(p.value for p in made.parts) + made.others
        assert total == pytest.approx(check.load if check.quantity == "mass" else 0.0, abs=1e-6 * max(abs(check.load), 1.0))
        assert [abs(p.value) for p in made.parts] == sorted((abs(p.value) for p in made.parts), reverse=True)


@pytest.mark.parametrize("file", PACKED[:4], ids=lambda f: f.name.split(".")[0])
def test_what_a_thing_adds_is_what_is_missing_when_it_is_solved_without_it(file: Path) -> None:
    """Against the solver itself: every tank pinned to the fills of the case, the rig once with the thing and once without."""
    rig = replace(load(file).rigs[0], plumbing=Plumbing())  # its lines go with a thing
    solved = solve(rig)
    check = next(c for c in loads(solved) if c.kind == "axle" and c.quantity == "mass")
    made = because(solved, check, 99)
    assert made is not None and solved.loads is not None
    number = next(n for n, s in enumerate(rig.states) if s.id == check.state)
    pinned = solved.loads.greatest.fills[number, next(m for m, one in enumerate(solved.loads.limits) if one.id == check.id)]
    by_address = {t.address: float(f) for t, f in zip(solved.loads.table.tanks, pinned, strict=True)}
    keeps = {k.on for k in rig.kit} | {d.on for i in rig.items for d in i.decks}  # what lies or stands there stays aboard
    keeps |= {s.item for s in rig.tie_down.straps}  # their rings go along, and are counted among all rings
    plain = [p for p in made.parts if p.item and p.item not in keeps][:6]
    assert len(plain) >= 4
    for part in plain:
        left = solve(remove(rig, part.item))
        assert left.loads is not None
        fills = [by_address[t.address] for t in left.loads.table.tanks]
        m = next(n for n, one in enumerate(left.loads.limits) if one.id == check.id)
        after = left.loads.load_at(m, number, np.array(fills))
        assert check.load is not None and check.load - after == pytest.approx(part.value, abs=1e-6 * abs(check.load))


def test_a_check_that_is_no_load_has_no_parts() -> None:
    solved = solve(load(PACKED[0]).rigs[0])
    apart = next(c for c in solved.checks if c.items and c.quantity == "length")
    assert because(solved, apart) is None
    assert because(solved, replace(next(iter(loads(solved))), state="no such state")) is None
