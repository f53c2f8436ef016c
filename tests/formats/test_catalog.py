"""The catalog: every shipped entry is whole; a wrong cell is named by file, row and column."""

import pytest

from frelt.app.places import shipped
from frelt.app.session import new_id
from frelt.app.stock import classes, equipment
from frelt.core.base.units import METRIC, US
from frelt.core.base.value import BadInput
from frelt.core.geometry.tank_shape import inside_volume
from frelt.core.kind.find import find, listed
from frelt.core.kind.named import named
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
    assert found in [e.item.id for e in find(listed(equipment(), US), text, US).entries]
    assert find(listed(equipment(), US), "zeppelin", US).entries == ()


@pytest.mark.parametrize(
    ("text", "first", "near"),
    [
        ("330 gal", "Water tank, 325 gal, upright", "None of 330 gal: the nearest have 325 gal and 500 gal"),
        ("330", "Water tank, 325 gal, upright", "None of 330: the nearest have 325 gal and 500 gal"),
        ("500 L", "Water tank, 120 gal upright", "None of 500 l: the nearest have 120 gal and 135 gal"),
        ("toolbox 30", "Hand toolbox, 24 in", "None of 30: the nearest have 24 in and 36 in"),
        ("8 gpm", "Cold machine, 8 gal/min, belt drive", ""),
        ("18 in reel", "Reel, 18 in wide, 300 ft of 3/8 in", ""),
        ("450 mm reel", "Reel, 18 in wide, 300 ft of 3/8 in", ""),
        ("pump 12v 7", "Soft-wash pump, 12 V diaphragm, 7 gal/min", ""),
        ("tank 1,000", "Cage tank, 1,000 L", ""),
    ],
)
def test_figures_are_found_as_people_type_them_else_what_lies_next_below_and_above(text: str, first: str, near: str) -> None:
    found = find(listed(equipment(), US), text, US)
    assert found.entries[0].item.name == first and found.near == near


def test_names_follow_the_person_and_are_found_by_what_is_shown() -> None:
    turned = {e.item.id: named(e.item.name, METRIC) for e in equipment()}
    assert all(named(e.item.name, US) == e.item.name for e in equipment())
    assert not [n for n in turned.values() if any(f" {u}" in n.replace(",", " ") for u in ("gal", "psi", "ft", "lb ", "cfm "))]
    assert named("Reel with 200 ft of ⅜ in hose", METRIC) == "Reel with 61 m of 9.5 mm hose"
    assert named("Skid, 48 x 48 in", METRIC) == "Skid, 1,220 x 1,220 mm"
    assert named("Battery, 12 V deep cycle", METRIC) == "Battery, 12 V deep cycle"
    ready = listed(equipment(), METRIC)
    for entry in equipment():
        assert entry.item.id in [e.item.id for e in find(ready, turned[entry.item.id], METRIC).entries], turned[entry.item.id]


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
