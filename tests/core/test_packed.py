"""The packed rigs: dense as they are built, nothing read or weighed, and in each one planted fault that must be found."""

from pathlib import Path

import pytest

from frelt.core.base.figure import Figure
from frelt.core.model.rig import Rig
from frelt.core.solve import solve
from frelt.formats.document import decode
from scripts.make_packed import PLANTED, documents
from tests.conftest import LONG

FOLDER = Path(__file__).parents[1] / "fixtures/packed"


def packed(name: str) -> Rig:
    return decode((FOLDER / f"{name}.frelt.json").read_bytes(), name).rigs[0]


def test_the_fixtures_are_what_the_script_makes() -> None:
    made = dict(documents(None if LONG > 1 else ("tram-tray",)))
    assert set(PLANTED) == {f.name.removesuffix(".frelt.json") for f in FOLDER.glob("*.json")} and len(PLANTED) == 10
    for name, document in made.items():
        assert decode((FOLDER / f"{name}.frelt.json").read_bytes()) == document, name


@pytest.mark.parametrize("name", sorted(PLANTED))
def test_a_packed_rig_is_dense_unread_and_its_planted_fault_is_found(name: str) -> None:
    rig = packed(name)
    assert 20 <= len(rig.items) <= 45
    for carrier in rig.carriers:
        ratings = [getattr(carrier.ratings, f) for f in carrier.ratings.__struct_fields__]
        assert not any(isinstance(r, Figure) for r in (*ratings, *(a.rating for a in carrier.axles)))
    tops = {d.id for i in rig.items for d in i.decks}
    assert len({i.place.deck for i in rig.items} & tops) >= 1  # a second level at least
    solved = solve(rig)
    assert solved.loads is not None
    found = [c for c in solved.checks if c.status == "over" and c.id.startswith(PLANTED[name])]
    assert found, [c.id for c in solved.checks if c.status == "over"]
