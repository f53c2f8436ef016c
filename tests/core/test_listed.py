"""What is listed and what is computed agree, and follow what is typed; what a list asks for never falls out of it."""

import pytest
from msgspec.structs import replace

from frelt.app.stock import equipment
from frelt.core.base.constants import GASOLINE_PER_JOULE, WALL_STRENGTH
from frelt.core.base.figure import Figure
from frelt.core.base.units import GALLON, US
from frelt.core.kind.make import follows, made, sized_by_volume, with_field
from frelt.core.kind.registry import find, given
from frelt.core.kind.substances import hypochlorite
from frelt.core.masses.weigh import weigh
from frelt.core.model.brief import Brief
from frelt.core.model.day import Act
from frelt.core.model.item import ConsumerPart, HosePart, Item
from frelt.core.planning.equipment import worked_out

ENTRIES = {e.item.id: e.item for e in equipment()}
LISTED = [
    i for i in ENTRIES.values() if (k := find(i.kind)) is not None and k.make is not None and "computed" not in i.mass.note
]


@pytest.mark.parametrize("item", LISTED, ids=lambda i: i.id)
def test_what_is_listed_lies_within_what_is_computed(item: Item) -> None:
    computed = made(item.kind, item.id, item.name, item.fields, item.options)
    assert item.mass.value == pytest.approx(computed.mass.value, abs=computed.mass.plus_minus + 1e-6)


@pytest.mark.parametrize(("entry", "field", "more"), [("hot-5-burner", "flow", 9 / 5.5), ("cold-8-belt", "pressure", 1.4)])
def test_a_listed_machine_follows_what_is_typed(entry: str, field: str, more: float) -> None:
    item = ENTRIES[entry]
    bigger = with_field(item, field, Figure(value=given(item)[field] * more, source="maker"))
    assert bigger.mass.value > item.mass.value * 1.05
    assert with_field(bigger, field, Figure(value=given(item)[field])).mass.value < bigger.mass.value


def test_hose_and_tank_follow_their_length_and_capacity_unless_somebody_weighed_them() -> None:
    reel = ENTRIES["reel-38"]
    longer = with_field(reel, "hose", Figure(value=2 * given(reel)["hose"]))

    def hoses(item: Item) -> float:
        return sum(p.mass.value for p in item.parts if isinstance(p, HosePart))

    assert hoses(longer) == pytest.approx(2 * hoses(reel), rel=0.15)
    sh = ENTRIES["sh-55-upright"]
    larger = with_field(sh, "capacity", Figure(value=100 * GALLON))
    assert larger.tanks[0].capacity.value == pytest.approx(100 * GALLON, rel=1e-4) and sized_by_volume(sh)
    assert larger.mass.value > sh.mass.value and larger.tanks[0].liquid == sh.tanks[0].liquid
    for source in ("weighed", "measured", "maker"):
        own = replace(sh, mass=Figure(value=21.0, source=source))
        assert with_field(own, "capacity", Figure(value=100 * GALLON)).mass == own.mass
    typed = replace(sh, mass=Figure(value=21.0))
    assert not follows(typed.mass) and with_field(typed, "capacity", Figure(value=100 * GALLON)).mass == typed.mass


def test_strength_is_what_is_said_and_not_what_the_name_says() -> None:
    ten = replace(hypochlorite(10), name="SH 10%, 55 gal drum")
    assert ten.strength == 0.10 and hypochlorite(12.5).short == "SH" and ten.short == ten.name


@pytest.mark.parametrize("gone", ["cold-8-belt", "reel-stack-2", "battery-12v", "toolbox-48", "mixer-3", "pump-12v"])
def test_nothing_falls_out_of_a_list_where_its_entry_is_not_in_the_catalog(gone: str) -> None:
    brief = Brief(school="12 V diaphragm", soft=0.3)
    whole = worked_out(brief, equipment(), US)
    without = worked_out(brief, tuple(e for e in equipment() if e.item.id != gone), US)
    assert len(without.needed) == len(whole.needed)
    assert without.dry.value == pytest.approx(whole.dry.value, rel=0.25)
    bare = worked_out(brief, (), US)  # nothing in the catalog at all
    assert len(bare.needed) >= len(whole.needed) - 1 and bare.dry.value > 0.4 * whole.dry.value


def test_one_constant_for_a_fuel_a_coil_and_a_wall() -> None:
    machine = made("machine", "m", "Machine")
    burns = next(p for p in machine.parts if isinstance(p, ConsumerPart))
    power = given(machine)["flow"] * given(machine)["pressure"] / 0.75
    assert burns.rate.value == pytest.approx(power * GASOLINE_PER_JOULE)
    work = worked_out(Brief(), equipment(), US)
    litres = work.value("use") * 3000 * 6894.757 / 0.75 * Brief().hours * GASOLINE_PER_JOULE
    assert work.value("gasoline") == pytest.approx(litres)
    assert Brief().strength == pytest.approx(100 * WALL_STRENGTH)
    assert Act(id="a", kind="soft wash", start=0, length=1).strength == WALL_STRENGTH
    compressor = worked_out(Brief(school="air diaphragm"), equipment(), US)
    row = next(n for n in compressor.needed if n.entry == "compressor-20")
    assert row.dry.value == pytest.approx(weigh(ENTRIES["compressor-20"]).value)
