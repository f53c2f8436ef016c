"""What is kept from edit to edit says what a rig says by itself: every check, load, ±, height and place to stand, after any edits."""

import random
from itertools import count
from pathlib import Path

import numpy as np
import pytest
from msgspec.structs import replace

from frelt.core.base.kept import Kept
from frelt.core.base.value import FreltError
from frelt.core.edit.copies import duplicate
from frelt.core.edit.items import exchange, move, turn, with_item
from frelt.core.edit.removal import remove
from frelt.core.model.rig import Rig
from frelt.core.placing.safe_floor import safe_floor
from frelt.core.solve import Solved, solve
from frelt.core.statics.worst import highest, lowest
from frelt.formats.document import decode
from tests.conftest import LONG, demo

FOLDER = Path("tests/fixtures/packed")
PACKED = ("barn-closed", "shelter-van", "tram-tray", "hull-closed", "ballast-skid", "quay-recovery")


def edited(rig: Rig, rng: random.Random, names: "count[int]") -> Rig:
    """One edit such as people make: mostly a small step, sometimes far, a turn, a copy, a removal, another weight, an exchange."""
    free = [i for i in rig.items if not i.built_in]
    one, other = rng.choice(free), rng.choice(free)
    way = rng.choices(("nudge", "far", "turn", "copy", "remove", "weigh", "exchange"), (6, 4, 2, 1, 1, 2, 1))[0]
    if way == "nudge":
        return move(rig, one.id, rng.choice((0.002, -0.002, 0.01)), rng.choice((0.0, 0.003)))
    if way == "far":
        return move(rig, one.id, rng.uniform(-1.5, 1.5), rng.uniform(-0.8, 0.8))
    if way == "turn":
        return turn(rig, one.id)
    if way == "copy":
        return duplicate(rig, one.id, 0.2, 0.1, lambda what: f"{what}-new-{next(names)}")[0]
    if way == "remove":
        return remove(rig, one.id)
    if way == "weigh":
        return with_item(
            rig, replace(one, mass=replace(one.mass, value=one.mass.value + rng.uniform(0.0, 20.0)), name="Weighed")
        )
    return exchange(rig, one.id, other.id) if one.id != other.id else rig


def told(solved: Solved) -> dict[str, tuple[object, ...]]:
    return {c.id: (c.kind, c.status, c.subject, c.side, c.state, c.why, c.detail, c.items, c.likely) for c in solved.checks}


def same(a: Solved, b: Solved, kept: Kept, held: str) -> None:
    assert told(a) == told(b)
    for one, other in zip(sorted(a.checks, key=lambda c: c.id), sorted(b.checks, key=lambda c: c.id), strict=True):
        figures = (
            [getattr(c, f) or 0.0 for f in ("load", "limit", "margin", "spread", "beyond", "beyond_pm")] for c in (one, other)
        )
        np.testing.assert_allclose(*figures, rtol=1e-9, atol=1e-9, err_msg=one.id)
    assert (a.loads is None) == (b.loads is None)
    if a.loads is None or b.loads is None:
        return
    for array in ("moments", "mz", "present", "tank_moments", "low", "high", "base"):
        np.testing.assert_array_equal(getattr(a.loads.table, array), getattr(b.loads.table, array), array)
    np.testing.assert_allclose(a.loads.least.value, b.loads.least.value, rtol=1e-12)
    for carrier in (a.rig.trailer, a.rig.vehicle):
        for height in (lowest, highest) if carrier is not None else ():
            own = height(a.loads.table, carrier.id, kept).value  # type: ignore[union-attr]
            np.testing.assert_allclose(own, height(b.loads.table, carrier.id).value, rtol=0, atol=1e-9)  # type: ignore[union-attr]
    assert safe_floor(a, held).polygon == safe_floor(b, held).polygon


@pytest.mark.parametrize("name", [*(PACKED if LONG > 1 else PACKED[:2]), "tram-stops"])
def test_after_any_edits_the_rig_says_what_it_says_by_itself(name: str) -> None:
    rig = demo(name).rigs[0] if name == "tram-stops" else decode((FOLDER / f"{name}.frelt.json").read_bytes()).rigs[0]
    rng, kept, names = random.Random(name), Kept(), count()
    for _ in range(12 * LONG):
        try:
            rig = edited(rig, rng, names)
            fresh = solve(rig)
        except FreltError:
            continue
        same(solve(rig, kept), fresh, kept, rng.choice([i for i in rig.items if not i.built_in]).id)
