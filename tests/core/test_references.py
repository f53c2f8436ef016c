"""What names what: every id field is known to the walker, and after any removal or copy a rig is sound."""

from collections.abc import Callable, Iterator
from itertools import count
from typing import Annotated

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st
from msgspec import Meta, Struct
from msgspec.inspect import Field, Metadata, StrType, StructType, Type, type_info
from msgspec.structs import replace

from frelt.core.base.figure import Figure
from frelt.core.base.value import BadInput, Id, Text, Value
from frelt.core.edit.copies import copy_rig, duplicate
from frelt.core.edit.records import recorded
from frelt.core.edit.removal import remove, settled, with_items, without_carrier, without_items, without_state
from frelt.core.edit.ties import joined_or_parted
from frelt.core.geometry.frames import Frames
from frelt.core.kind.make import with_option
from frelt.core.kind.substances import DIESEL, WATER
from frelt.core.model.carrier import Aboard, Axle, Deck, Door, Seat, Vehicle, VehicleEmpty
from frelt.core.model.day import Act, Day
from frelt.core.model.document import Document, LogEntry
from frelt.core.model.fit_out import FitOut
from frelt.core.model.integrity import EXPECTED, check_rig
from frelt.core.model.item import HosePart, Item, Placement
from frelt.core.model.plans import Defined, Named
from frelt.core.model.plumbing import Fitting, Line, Plumbing, TipSet
from frelt.core.model.references import dangling, known, walked
from frelt.core.model.rig import Bars, Rig
from frelt.core.model.state import FillRange, Person, State
from frelt.core.model.ticket import Reading, Ticket
from frelt.core.model.tie_down import Strap, TieDown
from frelt.core.model.ties import Link
from frelt.core.model.wish import Wish
from frelt.core.solve import solve
from frelt.core.space.surfaces import possible, with_surface

from ..conftest import block, demo, piped, tank, trailer


def walked_types(found: Type) -> Iterator[Type]:
    """A type and those it is made of, with what is said of each; not the fields of the types of the document in it."""
    yield found
    if isinstance(found, Metadata):
        if not isinstance(found.type, StrType):
            yield from walked_types(found.type)
        return
    inner = [getattr(found, n, None) for n in ("item_type", "key_type", "value_type")]
    for one in (*filter(None, inner), *getattr(found, "types", ()), *getattr(found, "item_types", ())):
        yield from walked_types(one)


def fields_of(cls: type[Struct]) -> Iterator[tuple[type[Struct], Field]]:
    """Every field of a type of the document and of the types within it, each once."""
    seen: set[type[Struct]] = set()
    waiting = [cls]
    while waiting:
        one = waiting.pop()
        if one in seen:
            continue
        seen.add(one)
        info = type_info(one)
        assert isinstance(info, StructType)
        for field in info.fields:
            yield one, field
            waiting += [t.cls for t in walked_types(field.type) if isinstance(t, StructType)]


def new_ids() -> Callable[[str], str]:
    numbers = count()
    return lambda what: f"new-{what}-{next(numbers)}"


# the types


def unnamed(cls: type) -> list[str]:
    """Fields of text that neither are prose nor say what they name."""
    found = []
    for owner, field in fields_of(cls):
        for kind in walked_types(field.type):
            text = kind.type if isinstance(kind, Metadata) else kind
            said = isinstance(kind, Metadata) and bool(kind.extra) and bool({"names", "defines"} & set(kind.extra or ()))
            prose = isinstance(text, StrType) and text.pattern is None and text.max_length == 20_000
            if isinstance(text, StrType) and not said and not prose:
                found.append(f"{owner.__name__}.{field.name}")
    return found


def test_every_field_that_can_hold_an_id_says_what_it_names() -> None:
    class Strap(Value, frozen=True, kw_only=True):
        item: Id

    class Loose(Value, frozen=True, kw_only=True):
        by: dict[str, Text] = {}

    assert unnamed(Document) == []
    assert unnamed(Strap) == ["Strap.item"] and unnamed(Loose) == ["Loose.by"]  # the test itself finds what is not said


def test_each_kind_of_name_is_defined_somewhere_and_checked() -> None:
    extras = [
        kind.extra
        for _, field in fields_of(Rig)
        for kind in walked_types(field.type)
        if isinstance(kind, Metadata) and kind.extra
    ]
    outside = {"rig", "kind", "rule set", "question", "check", "entry", "support", "anything"}  # the last two of records
    named = {e["names"] for e in extras if "names" in e} - outside
    assert named == set(known(Rig(id="r", name="r")).by)
    assert all(e["gone"] in ("drop", "with", "clear", "keep") for e in extras if "names" in e)


def test_a_new_field_is_walked_because_of_its_type() -> None:
    Strap = Annotated[str, Meta(extra={"names": "item", "gone": "with"})]

    class Tied(Value, frozen=True, kw_only=True):
        over: tuple[Strap, ...] = ()
        state: State

    one = Tied(over=("a", "b"), state=State(id="s", name="s", absent=("a",)))
    assert [n.path for n in walked(one) if isinstance(n, Named)] == ["$.over[0]", "$.over[1]", "$.state.absent[0]"]


# a rig in which everything names everything


def pickup() -> Vehicle:
    bed = Deck(id="bed", name="Bed", on="v", origin=(0, 0, 0.8), outline=((0, -0.7), (2.4, -0.7), (2.4, 0.7), (0, 0.7)))
    door = Door(id="gate", name="Tailgate", side="rear", start=-0.7, end=0.7, kind="tailgate")
    made = Vehicle(
        id="v", name="Pickup", front=Axle(id="f", name="Front axle", x=-2.2, track=1.7),
        rear=(Axle(id="rear", name="Rear axle", x=1.2, track=1.7),), ball_x=2.6, ball_z=0.45, decks=(bed,),
        seats=(Seat(id="left-seat", name="Driver", x=-1.2), Seat(id="right-seat", name="Passenger", x=-1.2, y=0.4)),
        empty=VehicleEmpty(
            front=Figure(value=1500), rear=Figure(value=1200),
            aboard=(Aboard(what="spare fuel", mass=Figure(value=10), x=1.0, item="can"),),
        ),
    )  # fmt: skip
    return replace(made, body=replace(made.body, doors=(door,), rail=0.5))


def stand(item_id: str, deck: str, u: float, v: float, turns: int = 0) -> Item:
    top = Deck(
        id=f"{item_id}-top", name=f"Top of {item_id}", kind="stand", on=item_id, origin=(0, 0, 0.5),
        outline=((-0.4, -0.4), (0.4, -0.4), (0.4, 0.4), (-0.4, 0.4)),
    )  # fmt: skip
    made = block(item_id, 25.0, u, v, 0.8, decks=(top,))
    return replace(made, name=f"Stand {item_id}", kind="stand", place=Placement(deck=deck, u=u, v=v, turns=turns))


def on(item: Item, deck: str, u: float = 0.0, v: float = 0.0, turns: int = 0) -> Item:
    return replace(item, place=Placement(deck=deck, u=u, v=v, turns=turns))


def full_plumbing() -> Plumbing:
    """An open pipe between two tanks, and a valve between a tank and a reel's hose."""
    valve = Fitting(id="V1", kind="ball valve", place=Placement(deck="low-top", u=0.1, v=0.1))
    lines = (
        Line(id="L1", start="b/tank", end="c/tank"),
        Line(id="L2", start="a/tank", end="V1/in"),
        Line(id="L3", start="V1/out", end="reel/hose"),
    )
    sets = (TipSet(id="one", name="one gun", machine="pump", numbers=(5.5,)),)
    return Plumbing(lines=lines, fittings=(valve,), running=("pump",), sets=sets)


def full_rig() -> Rig:
    hose = HosePart(id="hose", name="Hose", mass=Figure(value=20), bore=0.01, length=60, holds=WATER)
    items = (
        tank("a", 400, 1.0, -0.4), tank("b", 300, 1.6, -0.4), tank("c", 200, 2.2, -0.4),
        stand("low", "floor", 3.0, 0.3, turns=1), on(stand("high", "low-top", 0.0, 0.1), "low-top", 0.0, 0.1, 1),
        on(block("pump", 18.0, 0, 0, 0.3), "high-top", 0.1, 0.0, 1), on(tank("can", 20, 0, 0, size=0.3), "bed", 0.5),
        replace(block("reel", 40.0, 4.0, 0.4), parts=(hose,)), on(tank("day", 80, 0, 0), "bed", 1.5),
    )  # fmt: skip
    states = (
        State(
            id="road", name="Road", fills={"a/tank": FillRange(low=0, high=0.9), "day/tank": FillRange(low=0.1, high=1)},
            people=(Person(id="p1", seat="left-seat"), Person(id="p2", place=Placement(deck="low-top", u=0.1, v=0.0))),
            absent=("pump",), dry=("reel/hose",), later=("reel",),
        ),
        State(id="yard", name="Yard", road=False, fills={"b/tank": FillRange(low=0, high=0)}, open=("gate-deck",)),
    )  # fmt: skip
    acts = (
        Act(id="1", kind="wash", start=0, length=600, tank="a/tank", uses=("pump",), sets={"V1": 1.0, "pump": 1.0}),
        Act(id="2", kind="fill", start=600, length=600, tank="b/tank"),
        Act(id="3", kind="wash", start=1200, length=600, uses=("pump", "reel")),
    )  # fmt: skip
    made = Rig(
        id="rig", name="All of it", trailer=trailer((2.8, 3.6)), vehicle=pickup(), items=items, states=states,
        links=(
            Link(factors={"a/tank": 1.0, "b/tank": 1.0}, low=0, high=1.2, states=("road",)),
            Link(factors={"day/tank": 1.0, "c/tank": 1.0}, low=0, high=1.5),
        ),
        plumbing=full_plumbing(),
        bars=Bars(set_in="road", share=0.5),
        wishes=(Wish(text="pump by the door", kind="stands in", deck="low-top", item="pump", u1=0.2, v1=0.2),),
        fit_out=(FitOut(id="mat", what="rubber mat", deck="low-top", thickness=0.01),),
        waved=("hose reel", "plumbing floor"),
        day=Day(acts=acts, begins={"a/tank": 1.0, "day/tank": 0.5}),
    )  # fmt: skip
    bed = next(d for d in possible(pickup()) if d.face_of == "left")
    return with_surface(replace(made, states=(states[0], replace(states[1], open=()))), made.vehicle or pickup(), bed)


def removals(rig: Rig) -> dict[str, Callable[[], Rig]]:
    """Everything a person can take away, by a name for it."""
    found: dict[str, Callable[[], Rig]] = {f"item {i.id}": lambda i=i: remove(rig, i.id) for i in rig.items}
    found |= {f"carrier {c.id}": lambda c=c: without_carrier(rig, c.id).rig for c in rig.carriers}
    found |= {f"state {s.id}": lambda s=s: without_state(rig, s.id).rig for s in rig.states}
    for item in rig.items:
        for part in item.parts:
            left = replace(item, parts=tuple(p for p in item.parts if p is not part))
            found[f"part {item.id}/{part.id}"] = lambda left=left: with_items(rig, left).rig
        if item.decks:
            found[f"decks of {item.id}"] = lambda i=item: with_items(rig, replace(i, decks=())).rig
    if rig.vehicle is not None:
        bare = replace(rig.vehicle, seats=())
        found["seats"] = lambda: settled(rig, replace(rig, vehicle=bare)).rig
    return found


def test_the_full_rig_is_sound_and_names_every_kind_of_thing() -> None:
    rig = full_rig()
    check_rig(rig)
    named = {n.what for n in walked(rig) if isinstance(n, Named)}
    assert {"deck", "holder", "item", "state", "seat", "tank", "hose", "question", "kind"} <= named
    assert {d.what for d in walked(rig) if isinstance(d, Defined)} >= {"carrier", "axle", "deck", "item", "part", "seat"}


def totals(rig: Rig) -> list[np.ndarray]:
    solved = solve(rig)
    assert solved.loads is not None, solved.why
    return [solved.loads.least.value, solved.loads.greatest.value, solved.loads.table.low, solved.loads.table.high]


@given(st.data())
def test_after_any_removals_a_rig_is_sound_and_its_copy_carries_the_same(data: st.DataObject) -> None:
    rig, ids = full_rig(), new_ids()
    for _ in range(data.draw(st.integers(0, 4))):
        way = data.draw(st.sampled_from(sorted(removals(rig))))
        rig = removals(rig)[way]()
        check_rig(rig)
        if data.draw(st.booleans()) and rig.items:
            rig, _copy = duplicate(rig, data.draw(st.sampled_from([i.id for i in rig.items])), 0.3, 0.1, ids)
            check_rig(rig)
    twin = copy_rig(rig, ids, "Twin")
    check_rig(twin)
    renewed = {d.value for d in walked(twin) if isinstance(d, Defined) and d.what in ("carrier", "deck", "item", "state")}
    assert not renewed & {d.value for d in walked(rig) if isinstance(d, Defined)}
    assert len(list(walked(twin))) == len(list(walked(rig))) + (twin.parent is not None) - (rig.parent is not None)
    if rig.carriers:
        for mine, theirs in zip(totals(rig), totals(twin), strict=True):
            np.testing.assert_allclose(mine, theirs, atol=1e-9)


# what was found


def test_a_tie_goes_with_its_tank_and_caps_no_other() -> None:
    rig = Rig(
        id="r", name="r", trailer=trailer(), items=(tank("a", 500, 1.0), tank("b", 500, 2.0)), states=(State(id="s", name="s"),),
        links=(Link(factors={"a/tank": 1.0, "b/tank": 1.0}, low=0.0, high=0.5),),
    )  # fmt: skip
    left = without_items(rig, ("a",))
    assert left.rig.links == () and left.words == "With it went: one tie."
    alone = solve(replace(rig, items=rig.items[1:], links=()))
    got = solve(left.rig)
    assert got.loads is not None and alone.loads is not None
    np.testing.assert_allclose(got.loads.greatest.value, alone.loads.greatest.value)


@pytest.mark.parametrize(
    ("change", "path"),
    [
        ({"links": (Link(factors={"gone/tank": 1.0}, low=0, high=1),)}, r"links\[0\]\.factors\.gone/tank"),
        ({"links": (Link(factors={"a/tank": 1.0}, low=0, high=1, states=("gone",)),)}, r"links\[0\]\.states\[0\]"),
        ({"links": (Link(factors={"a/tank": 1.0}, low=2, high=1),)}, r"links\[0\]\.low"),
        ({"plumbing": piped(("a/tank", "a/tank")), "day": None}, r"plumbing\.lines\[0\]\.end"),
        ({"plumbing": piped(("a/tank", "V9/in")), "day": None}, r"plumbing\.lines\[0\]\.end"),
        ({"wishes": (Wish(text="w", item="gone"),)}, r"wishes\[0\]\.item"),
        (
            {"tie_down": TieDown(straps=(Strap(id="s", item="a", start="gone", over=((0.0, 0.0, 1.0),)),))},
            r"straps\[0\]\.start: “gone”; expected the id of an anchor",
        ),
    ],
)
def test_ties_that_name_nothing_or_contradict_are_refused_with_their_path(change: dict[str, object], path: str) -> None:
    with pytest.raises(BadInput, match=path):
        check_rig(replace(full_rig(), **change))
    assert set(EXPECTED) == set(known(full_rig()).by)  # whatever can be missing is refused in words


def test_a_copy_keeps_its_ties_in_named_states_and_what_was_aboard_the_scale() -> None:
    twin = copy_rig(full_rig(), new_ids(), "Twin")
    assert twin.vehicle is not None and twin.vehicle.empty is not None
    can = next(i for i in twin.items if i.name == "can")
    assert twin.vehicle.empty.aboard[0].item == can.id
    assert twin.links[0].states == (twin.states[0].id,) and len(solve(twin).loads.table.groups) >= 2  # type: ignore[union-attr]
    assert possible(twin.vehicle)  # and offers no wall twice
    assert "left" not in {d.face_of for d in possible(twin.vehicle)}


def test_one_of_three_joined_tanks_goes_and_a_third_joins_two() -> None:
    rig = replace(full_rig(), plumbing=piped(("a/tank", "b/tank"), ("a/tank", "c/tank")))
    assert [set(j.tanks) for j in remove(rig, "b").joined] == [{"a/tank", "c/tank"}]
    assert remove(rig, "a").joined == ()  # both pipes went to it
    two = replace(full_rig(), plumbing=piped(("a/tank", "b/tank")), links=())
    three = joined_or_parted(two, ("c", "b"))
    assert [set(j.tanks) for j in three.joined] == [{"a/tank", "b/tank", "c/tank"}] and solve(three).loads is not None
    assert joined_or_parted(three, ("b", "c")).joined == ()


def test_what_stood_on_a_removed_stand_stands_below_it_in_the_same_place() -> None:
    rig = full_rig()
    before = Frames(rig)
    left = without_items(rig, ("low",))
    assert {i.id: i.place.deck for i in left.rig.items}["high"] == "floor"
    assert left.words == ("With it went: one part of the fit-out and one wish. Stand high now stands on deck.")
    after = Frames(left.rig)
    for item in ("high", "pump"):  # and the pump on the upper stand with it, both as they were turned
        assert after.items[item].at[:2] == pytest.approx(before.items[item].at[:2])
        assert np.allclose(after.items[item].turn, before.items[item].turn)
        assert after.items[item].at[2] == pytest.approx(before.items[item].at[2] - 0.5)
    walker = next(p for p in left.rig.states[0].people if p.id == "p2")
    assert walker.place is not None and walker.place.deck == "floor"
    both = without_items(rig, ("low", "high")).rig
    assert next(i for i in both.items if i.id == "pump").place.deck == "floor"


def test_a_vehicle_taken_off_takes_along_what_stands_on_it_and_says_so() -> None:
    left = without_carrier(full_rig(), "v")
    check_rig(left.rig)
    assert left.words == "With it went: two things, one tie, the distributing bars and one person."


def test_a_machine_that_is_fed_from_elsewhere_loses_its_tank_and_what_was_said_of_it() -> None:
    machine = next(i for i in demo("hull-rinse").rigs[0].items if i.id == "machine")
    rig = demo("hull-rinse").rigs[0]
    assert any("machine/tank" in s.fills for s in rig.states)
    dry = with_items(rig, with_option(machine, "tank", "none"))
    assert not dry.rig.item("machine").tanks
    check_rig(dry.rig)
    assert not any(a.startswith("machine/") for s in dry.rig.states for a in s.fills)


def test_a_duplicate_takes_along_what_covers_and_ties_only_it() -> None:
    rig, copy = duplicate(full_rig(), "low", 0.0, -0.9, new_ids())
    assert len(rig.fit_out) == 2 and rig.fit_out[1].deck in {d.id for d in rig.item(copy).decks}
    assert len(rig.links) == 2  # its tanks are not copied
    twice, other = duplicate(rig, "day", 0.5, 0.0, new_ids())
    assert twice.states[0].fills[f"{other}/tank"] == rig.states[0].fills["day/tank"]
    assert twice.day is not None and twice.day.begins[f"{other}/tank"] == 0.5
    assert not list(dangling(twice))


def test_a_record_tells_by_name_what_is_gone() -> None:
    rig = full_rig()
    document = Document(rigs=(rig,))
    ticket = Ticket(id="t1", rig="rig", when="2026-11-02", readings=(Reading(stood=("a0", "f/left"), value=900),))
    kept = recorded(document, ticket)
    assert kept.names == {"rig": "All of it", "a0": "Axle 1", "f": "Front axle"}
    assert recorded(document, LogEntry(id="l", when="2026-11-02", text="weighed", rig="rig")).names == {"rig": "All of it"}


def test_fuels_are_told_apart_by_what_they_are() -> None:
    assert not DIESEL.same_as(WATER) and DIESEL.same_as(replace(DIESEL, name="Red diesel"))


@pytest.mark.parametrize("name", ["barn-wash", "hull-rinse", "solar-rinse", "playground-rinse", "ballast-wash", "tram-stops"])
def test_a_copy_of_a_demo_rig_is_judged_as_the_rig_is(name: str) -> None:
    """Things are called as their kinds are there (`machine`, `reel`): a copy renews the thing's id and leaves the kind's."""
    ids = iter(range(10_000))
    for rig in demo(name).rigs:
        copy = copy_rig(rig, lambda what: f"copy-{what}-{next(ids)}", "Copy")
        assert [i.kind for i in copy.items] == [i.kind for i in rig.items] and copy.rules == rig.rules
        told = [sorted((c.kind, c.status, round(c.load or 0.0, 6)) for c in solve(r).checks) for r in (rig, copy)]
        assert told[0] == told[1]
