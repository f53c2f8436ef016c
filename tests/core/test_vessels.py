"""What is in a tank, asked of everybody: mass table, tie-down, drawing, day and lines have one figure for joined tanks."""

from collections.abc import Sequence
from itertools import product

import msgspec
import numpy as np
import pytest
from msgspec.structs import replace

from frelt.core.base.value import BadInput
from frelt.core.day.aboard import Aboard
from frelt.core.edit.plumbing import with_line
from frelt.core.edit.states import set_tank_fill
from frelt.core.liquid.vessels import vessels_of
from frelt.core.model.day import Day
from frelt.core.model.integrity import check_rig
from frelt.core.model.item import TankPart
from frelt.core.model.plumbing import Line
from frelt.core.model.rig import Rig
from frelt.core.model.state import FillRange, State
from frelt.core.model.ties import Link
from frelt.core.report.lines import shown_fills
from frelt.core.solve import Solved, solve
from frelt.core.tie_down.body import bodies
from frelt.drawing.sketch import Sketch
from frelt.drawing.views import scenes
from frelt.formats.document import decode, encode
from tests.conftest import LONG
from tests.core.test_packed import packed

LOW, HIGH = "soap-10-n-21/tank", "soap-10-n-22/tank"  # the second stands on the chemical tank
BOTH = (LOW, HIGH)


def tray(turned: bool, floated: str = "", **state: object) -> Rig:
    """The tram tray with its two neutralizer tanks joined at two heights. turned: the line drawn from the other end."""
    rig = packed("tram-tray")

    def part(item_id: str, p: object) -> object:
        own = isinstance(p, TankPart) and f"{item_id}/{p.id}" == floated
        return replace(p, top=0.6) if own else p  # type: ignore[type-var]

    items = tuple(replace(i, parts=tuple(part(i.id, p) for p in i.parts)) for i in rig.items)
    states = tuple(replace(s, **state) for s in rig.states)  # type: ignore[arg-type]
    start, end = (HIGH, LOW) if turned else (LOW, HIGH)
    return with_line(replace(rig, items=items, states=states), Line(id="J", start=start, end=end, bore=0.025))


def by_bisection(rig: Rig, solved: Solved, addresses: Sequence[str], share: float) -> dict[str, float]:
    """Fills at which the surfaces of upright tanks stand at one height and hold a share of all, without any of the program's rises."""
    tanks = {a: (solved.frames.items[i.id].point(t.at)[2], t) for a, i, t in rig.tanks() if a in addresses}

    def at(level: float) -> dict[str, float]:
        return {a: min(max((level - floor) / t.height, 0.0), 1.0) for a, (floor, t) in tanks.items()}

    low, high = 0.0, 5.0
    whole = sum(t.capacity.value for _, t in tanks.values())
    for _ in range(80):
        middle = (low + high) / 2
        held = sum(f * tanks[a][1].capacity.value for a, f in at(middle).items())
        low, high = (middle, high) if held < share * whole - 1e-12 else (low, middle)
    return at(high)


def drawn(rig: Rig, solved: Solved, state: State, item: str) -> Sketch | None:
    """The shapes of one thing in plan and side."""
    groups = [g for v in scenes(rig, solved.frames, state, carrier_id=solved.frames.carrier_of[item]).values() for g in v.items]
    own = [g.paths for g in groups if g.item == item]
    return own or None  # type: ignore[return-value]


CASES = [
    (f, h, g, w)
    for w, g, h, f in product(("", LOW, HIGH), ((), (LOW,), (HIGH,), BOTH), ("absent", "later"), ("drained", "full", "any"))
]
SHORT = (
    ("drained", "absent", (), ""),
    ("full", "absent", (), HIGH),
    ("any", "later", (LOW,), ""),
    ("full", "absent", (HIGH,), LOW),
    ("any", "absent", (), LOW),
    ("full", "later", BOTH, ""),
)


@pytest.mark.parametrize(("fill", "how", "gone", "floated"), CASES if LONG > 1 else SHORT)
def test_joined_tanks_have_one_figure_wherever_it_is_asked(fill: str, how: str, gone: tuple[str, ...], floated: str) -> None:
    if not gone and how == "later":
        return
    away = tuple(a.partition("/")[0] for a in gone)
    answers = []
    for turned in (False, True):
        rig = tray(turned, floated, fill=fill, **{how: away})
        solved = solve(rig)
        assert solved.loads is not None, solved.why
        table, state = solved.loads.table, rig.states[2]
        here = [a for a in BOTH if a not in gone]
        parts = {a: t for a, _, t in rig.tanks()}
        floors = {a: solved.frames.items[i.id].point(t.at)[2] for a, i, t in rig.tanks()}
        whole = sum(parts[a].capacity.value for a in here)

        def below(
            level: float,
            here: list[str] = here,
            parts: dict[str, TankPart] = parts,
            floors: dict[str, float] = floors,
            whole: float = whole,
        ) -> float:
            return sum(min(max((level - floors[a]) / parts[a].height, 0), 1) * parts[a].capacity.value for a in here) / whole

        top = min((below(floors[a] + 0.6 * parts[a].height) for a in here if a == floated), default=1.0)
        heel = min((below(floors[a] + parts[a].heel * parts[a].height) for a in here), default=0.0)
        least, most = {"drained": (0.0, 0.0), "full": (top, top), "any": (min(heel, top), top)}[fill]
        for end, share in ((table.low, least), (table.high, most)):
            expected = dict.fromkeys(BOTH, 0.0) | (by_bisection(rig, solved, here, share) if here else {})
            row = end[2]
            assert [row[table.column[a]] for a in BOTH] == pytest.approx([expected[a] for a in BOTH], abs=1e-6)
        own = vessels_of(rig, solved.frames).own(state)
        assert [own[a].high for a in BOTH] == pytest.approx([table.high[2, table.column[a]] for a in BOTH])
        assert [shown_fills(rig, state)[a] for a in BOTH] == pytest.approx([table.shown[2, table.column[a]] for a in BOTH])
        for a in here:  # what holds it down bears what the mass table counts
            (body,) = [b for b in bodies(rig, solved.frames, a.partition("/")[0]) if b.item.id == a.partition("/")[0]]
            wet = parts[a].capacity.value * parts[a].liquid.density.value * (own[a].high - own[a].low)
            assert body.loads[-1].mass - body.loads[0].mass == pytest.approx(wet, abs=1e-3)
            told = {t: own[t].shown for t in own}
            same = scenes(rig, solved.frames, state, told)["side"].items
            assert scenes(rig, solved.frames, state)["side"].items == same
        answers.append((float(table.high[2] @ table.tank_moments[:, 0]), float(table.low[2] @ table.tank_moments[:, 0])))
    assert answers[0] == pytest.approx(answers[1])


def test_the_day_spreads_a_share_as_the_mass_table_does() -> None:
    rig = tray(False)
    solved = solve(rig)
    aboard = Aboard(rig, solved.frames)
    n = aboard.number[LOW]
    assert n == aboard.number[HIGH]
    shares = np.zeros((1, len(aboard.listed)))
    shares[0, n] = 0.7
    fills = dict(zip(aboard.addresses, aboard.spread(shares)[0].tolist(), strict=True))
    expected = by_bisection(rig, solved, BOTH, 0.7)
    assert [fills[a] for a in BOTH] == pytest.approx([expected[a] for a in BOTH], abs=1e-6)
    assert Day().begins == {}


def test_a_fill_typed_into_one_of_them_moves_the_surface_of_both() -> None:
    rig = tray(False)
    for address, fill in ((HIGH, 0.4), (LOW, 0.5)):
        made = set_tank_fill(rig, "state-3", address, FillRange(low=0.0, high=fill, now=fill))
        own = vessels_of(made).own(made.state("state-3"))
        assert own[address].shown == pytest.approx(fill) and own[HIGH if address == LOW else LOW].shown == (
            1.0 if address == HIGH else 0.0
        )


def test_tanks_on_one_level_weigh_what_is_aboard_whichever_of_them_is_away() -> None:
    """Both full weigh both; one absent leaves the other's own, first or second of the list alike."""
    found = {}
    for gone, turned in product(((), (LOW,), (HIGH,)), (False, True)):
        rig = tray(turned, fill="full", absent=tuple(a.partition("/")[0] for a in gone))
        low = rig.item("soap-10-n-21")
        level = replace(rig.item("soap-10-n-22"), place=replace(low.place, u=low.place.u, v=low.place.v + 0.6))
        rig = replace(rig, items=tuple(level if i.id == level.id else i for i in rig.items))
        table = solve(rig).loads.table  # type: ignore[union-attr]
        columns = {table.column[a] for a in BOTH}
        assert len(columns) == (1 if not gone else 2)
        found[gone, turned] = sum(float(table.high[1, c] * table.tanks[c].full) for c in columns)
    one = rig.item("soap-10-n-21").tanks[0]
    full = one.capacity.value * one.liquid.density.value
    assert [found[k] for k in found] == pytest.approx([2 * full] * 2 + [full] * 4)


def test_a_tie_binds_only_where_its_tanks_are_aboard() -> None:
    rig = packed("tram-tray")
    tied = replace(rig, links=(Link(factors={LOW: 1.0, HIGH: 1.0}, low=0.5, high=0.5),))
    away = tuple(replace(s, absent=("soap-10-n-22",)) if s.id == "state-4" else replace(s, fill="any") for s in tied.states)
    solved = solve(replace(tied, states=away))
    assert solved.loads is not None, solved.why
    assert {g.state for g in solved.loads.table.groups} == {0, 1, 2}


def test_a_document_that_draws_a_liquid_as_another_is_refused_and_an_older_one_is_set_right() -> None:
    rig = packed("tram-tray")
    water = rig.item("water")
    lied = replace(
        water,
        parts=tuple(replace(p, liquid=replace(p.liquid, tint="other")) if isinstance(p, TankPart) else p for p in water.parts),
    )
    with pytest.raises(BadInput, match="“other” for water; expected “water”"):
        check_rig(replace(rig, items=tuple(lied if i.id == "water" else i for i in rig.items)))
    raw = msgspec.json.decode(encode_of("tram-tray"))
    for item in raw["rigs"][0]["items"]:
        for part in item.get("parts", []):
            if "liquid" in part:
                part["liquid"]["tint"] = "other"
    weighs = [t.liquid for _, _, t in decode(msgspec.json.encode({**raw, "version": 6})).rigs[0].tanks()]
    assert weighs == [t.liquid for _, _, t in rig.tanks()]
    for item in raw["rigs"][0]["items"]:
        for part in item.get("parts", []):
            if part.get("liquid", {}).get("substance") in ("diesel", "gasoline"):
                del part["liquid"]["substance"]
                part["liquid"]["tint"] = "fuel"
    opened = decode(msgspec.json.encode({**raw, "version": 6})).rigs[0]
    assert [t.liquid.substance for _, _, t in opened.tanks()] == [t.liquid.substance for _, _, t in rig.tanks()]


def encode_of(name: str) -> bytes:
    from frelt.core.model.document import Document

    return encode(Document(rigs=(packed(name),)))
