"""The catalog: every shipped entry is whole; a wrong cell is named by file, row and column."""

import pytest

from frelt.app.places import shipped
from frelt.app.session import new_id
from frelt.app.stock import classes, equipment
from frelt.core.base.value import BadInput
from frelt.core.geometry.tank_shape import inside_volume
from frelt.core.kind.catalog import search
from frelt.core.model.integrity import check_rig
from frelt.core.planning.new_rig import new_rig
from frelt.core.solve import solve
from frelt.formats.catalog import read_catalog

HEAD = (
    "id,name,kind,length_mm,width_mm,height_mm,mass_kg,tank_shape,capacity_L,liquid,tank_length_mm,tank_width_mm,tank_height_mm"
)


def test_shipped_entries_carry_source_and_tolerance_and_hold_what_they_say() -> None:
    """By geometry: a tank's shape holds its capacity to 3 %."""
    entries = equipment()
    assert len(entries) >= 120
    for entry in entries:
        item = entry.item
        assert item.mass.source == "estimate" and item.mass.note, item.id
        assert item.mass.plus_minus > 0 or item.kind == "kept-place", item.id
        for tank in item.tanks:
            assert inside_volume(tank) == pytest.approx(tank.capacity.value, rel=0.03), item.id
            assert tank.at[2] + tank.height <= item.height.value + 1e-9, item.id


@pytest.mark.parametrize(
    ("text", "found"),
    [("water slim", "water-100-slim"), ("bleach", "sh-55-upright"), ("8 gal belt", "cold-8-belt"), ("GENER", "generator-4")],
)
def test_search_by_what_it_is_or_does(text: str, found: str) -> None:
    assert found in [e.item.id for e in search(equipment(), text)]
    assert search(equipment(), "zeppelin") == ()


@pytest.mark.parametrize(
    ("row", "says"),
    [
        ("a,A,rocket,100,100,100,5", "c.csv: row 2, column kind: “rocket”; expected one of air-dryer, battery"),
        ("a,A,box,wide,100,100,5", "c.csv: row 2, column length_mm: “wide”; expected a number from 1 to 20000"),
        ("a,A,box,100,100,100,", "c.csv: row 2, column mass_kg: nothing; expected a number from 0 to 20000"),
        (",A,box,100,100,100,5", "c.csv: row 2, column id: nothing; expected a name"),
        ("a,A,tank,100,100,100,5,cube,1,water", "c.csv: row 2, column tank_shape: “cube”; expected one of box"),
        ("a,A,tank,100,100,100,5,box,1,milk,90,90,90", "c.csv: row 2, column liquid: “milk”; expected one of water"),
        ("a,A,box,100,100,100,5\na,B,box,100,100,100,5", "c.csv: row 3, column id: “a”; expected an id of its own"),
    ],
)
def test_a_wrong_cell_is_named(row: str, says: str) -> None:
    with pytest.raises(BadInput) as refused:
        read_catalog(f"{HEAD}\n{row}\n".encode(), "c.csv")
    assert str(refused.value).startswith(says)


def test_a_missing_column_is_named() -> None:
    with pytest.raises(BadInput, match="row 1: no column kind"):
        read_catalog(b"id,name,length_mm,width_mm,height_mm\n", "c.csv")


def test_chassis_classes_make_rigs_that_solve_with_every_rating_unknown() -> None:
    assert len(classes()) >= 24
    for choice in classes():
        made = new_rig(choice, "New", new_id)
        check_rig(made)
        if made.stand is not None:
            continue
        solved = solve(made)
        assert solved.loads is not None, solved.why
        plates = [m for m in solved.loads.limits if not m.by_rule and m.check != "lift"]
        assert plates and not any(m.known for m in plates)
        assert all(c.empty is not None and c.empty.height.note for c in made.carriers)


def test_the_schema_and_catalogs_ship() -> None:
    for name in ("document.schema.json", "catalog/equipment.csv", "catalog/chassis.csv", "icons/frelt.svg", "fonts/OFL.txt"):
        assert shipped(name)
