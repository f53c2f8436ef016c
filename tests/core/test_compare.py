"""Two rigs beside each other."""

from pathlib import Path

from msgspec.structs import replace

from frelt.app.session import new_id
from frelt.core.edit.copies import copy_rig
from frelt.core.edit.items import place
from frelt.core.edit.removal import remove
from frelt.core.report.compare import compared, differences
from frelt.core.solve import solve
from frelt.formats.document import decode
from tests.conftest import block, demo, rig


def test_a_copy_differs_in_nothing_and_every_check_is_the_same() -> None:
    one = demo("barn-wash").rigs[0]
    first, second = solve(one), solve(copy_rig(one, new_id, "Copy"))
    assert differences(first, second) == ()
    pairs = compared(first, second)
    assert len(pairs) >= 10 and all(p.first is not None and p.second is not None for p in pairs)
    assert all(p.worse == 0 and p.change in (None, 0.0) for p in pairs)


def test_every_check_of_a_packed_rig_stands_once_beside_that_of_its_copy() -> None:
    for name in ("barn-closed", "shelter-van", "quay-recovery"):
        one = decode((Path(__file__).parents[1] / f"fixtures/packed/{name}.frelt.json").read_bytes()).rigs[0]
        first, second = solve(one), solve(copy_rig(one, new_id, "Copy"))
        pairs = compared(first, second)
        assert len(pairs) == len(first.checks) and all(p.first is not None and p.second is not None for p in pairs)


def test_what_was_moved_added_taken_or_changed_is_named() -> None:
    one = rig(block("a", 10.0, 1.0), block("b", 20.0, 2.0), block("c", 30.0, 3.0))
    other = place(remove(one, "c"), "a", u=1.5)
    heavier = replace(other.item("b"), mass=replace(other.item("b").mass, value=25.0))
    other = replace(other, items=(other.items[0], heavier, block("d", 5.0, 4.0)))
    said = differences(solve(one), solve(other))
    assert said == ("c is gone", "d is new", "a stands elsewhere", "b weighs or holds otherwise")


def test_the_balls_height_is_what_the_torsion_twins_differ_in() -> None:
    level, high = demo("solar-rinse").rigs
    first, second = solve(level), solve(high)
    assert differences(first, second) == ("the ball stands at another height",)
    pairs = compared(first, second)
    assert pairs[0].id == "tongue-share" and pairs[0].worse == 1
    gross = next(p for p in pairs if p.id == "gross")
    assert gross.change == 0.0 and gross.worse == 0
    front = next(p for p in pairs if p.id == "axle:axle-1")
    rear = next(p for p in pairs if p.id == "axle:axle-2")
    assert (
        rear.change is not None and rear.change < 0 and front.change is not None and front.change >= 0
    )  # its worst is on the jack
