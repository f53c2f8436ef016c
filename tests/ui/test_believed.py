"""Three rigs as they are built, walked in the window: what is red is meant, and an unread plate passes nowhere."""

from pathlib import Path

import pytest
from msgspec.structs import replace
from PyQt6.QtCore import Qt
from PyQt6.QtTest import QTest
from PyQt6.QtWidgets import QApplication
from pytestqt.qtbot import QtBot

from frelt.app.stock import class_of, equipment
from frelt.app.storage import load
from frelt.core.base.units import US
from frelt.core.edit.items import add, move
from frelt.core.judge.marks import is_broken, is_open, mark_of
from frelt.core.judge.words import sentence
from frelt.core.kind.catalog import taken
from frelt.core.liquids.on_the_road import unread
from frelt.core.liquids.road_caps import road_caps
from frelt.core.model.document import Document
from frelt.core.model.item import Placement
from frelt.core.model.rig import Rig
from frelt.core.planning.new_rig import new_rig
from frelt.core.report.aboard import marks_of
from frelt.core.solve import Solved, solve
from frelt.paint.placard import draft_words
from frelt.ui.frame.checks_table import ChecksTable
from frelt.ui.frame.step import Step
from frelt.ui.frame.window import Window
from tests.ui.hands import go, typed

PACKED = Path(__file__).parents[1] / "fixtures/packed"


def red(solved: Solved, *kinds: str) -> list[str]:
    return [c.id for c in solved.checks if is_broken(c) and (not kinds or c.kind in kinds)]


def solved_of(window: Window) -> Solved:
    solved = window.desk.solved
    assert solved is not None
    return solved


def barn() -> Rig:
    numbers = iter(range(1, 999))
    one = new_rig(class_of("enclosed-16-tandem"), "Barn trailer", lambda what: f"{what}-{next(numbers)}")
    deck = one.carriers[0].main_deck.id

    def put(rig: Rig, entry: str, u: float, v: float, deck_id: str = deck, item_id: str = "") -> Rig:
        base = next(e for e in equipment() if e.item.id == entry)
        return add(rig, replace(taken(base, item_id or entry), place=Placement(deck=deck_id, u=u, v=v)))

    one = put(one, "sh-65-upright", 0.6, 0.0)
    one = put(one, "fuel-22-gasoline", 4.3, 0.6)
    one = put(one, "shelf-48", 2.6, 0.7, item_id="shelf")
    board = one.item("shelf").decks[0].id
    for n, u in ((1, -0.45), (2, -0.2)):
        one = put(one, "jug-1", u, 0.0, board, f"jug-{n}")
    return put(one, "can-5", 0.25, 0.0, board, "can")


def test_barn_fixed_and_vented_is_quiet_two_jugs_by_a_can_are_one_danger_and_the_can_moved_nearer_is_back(
    window: Window, qtbot: QtBot
) -> None:
    rig = barn()
    bare = replace(rig, items=tuple(i for i in rig.items if i.id not in ("jug-1", "jug-2", "can")))
    assert red(solve(bare), "apart", "vents") == []  # 65 gal of SH at the nose, fuel at the tail
    window.desk.session.new(Document(rigs=(rig,)))
    QApplication.processEvents()
    (danger,) = red(solved_of(window), "apart", "vents")
    assert "jug-2" in danger and solved_of(window).check(danger).level == "danger"  # type: ignore[union-attr]
    window.panels.table()
    table = window.findChild(ChecksTable)
    table.ask_why(danger)
    QTest.keyClicks(table.because, "the can rides empty")
    QTest.keyClick(table.because, Qt.Key.Key_Return)
    assert red(solved_of(window), "apart", "vents") == []
    window.desk.edit(lambda r: move(r, "can", -0.05, 0.0), "nearer")
    assert red(solved_of(window), "apart", "vents") == [danger]
    window.desk.undo()
    assert red(solved_of(window), "apart", "vents") == []


@pytest.mark.usefixtures("cures")
def test_shelter_van_without_plates_is_likely_over_by_a_band_then_a_draft_then_counted(window: Window, qtbot: QtBot) -> None:
    assert window.files.open_path(PACKED / "shelter-van.frelt.json")
    window.desk.set_looks(length="mm", mass="kg", volume="L")
    solved = solved_of(window)
    payload = solved.check("payload")
    assert payload is not None and mark_of(payload) == "likely" and payload.status == "unknown"
    assert payload.load is not None and payload.upper is not None and payload.upper > payload.load + 50  # a band, not a figure
    qtbot.waitUntil(lambda: window.desk.cures.searched(window.desk.worst_check()), timeout=8000)  # type: ignore[arg-type]
    missing = {u.field for u in unread(solved)}
    assert {"vehicle.ratings.gross", "vehicle.axles[0].rating", "vehicle.ratings.payload"} <= missing
    page = go(window, 1)
    for name, plate in (("gross", "4500"), ("axle:0", "2200"), ("axle:1", "2900")):
        typed(page, f"chassis-plate:{name}", plate)
    solved = solved_of(window)
    left = {u.field for u in unread(solved)}
    assert "vehicle.ratings.gross" not in left and "vehicle.ratings.payload" in left
    draft = draft_words(road_caps(solved))
    assert "driver's door pillar" in draft and "sidewall" in draft and "GVWR" not in draft
    typed(page, "chassis-plate:payload", "not rated")
    for n in (0, 1):
        typed(page, f"chassis-plate:tire:{n}", "not rated")
    solved = solved_of(window)
    assert not unread(solved) and solved.known[0] == solved.known[1] and solved.check("payload") is None


@pytest.mark.parametrize("mirrored", [False, True])
def test_harbor_skid_metric_and_mirrored_has_one_red_the_planted_one(window: Window, mirrored: bool) -> None:
    assert window.files.open_path(PACKED / "harbor-skid.frelt.json")
    window.desk.set_looks(length="mm", mass="kg", volume="L")
    if mirrored:
        window.work.take_all()
        window.work.mirror()
    (one,) = red(solved_of(window))
    assert one.startswith("overlap:")
    assert all(
        c.level in ("advice", "law", "wish") for c in solved_of(window).checks if mark_of(c) in ("law", "advice", "wish")
    )
    assert "by 56 mm" in window.verdict.words.text()


def test_what_is_open_about_the_thing_in_hand_bears_its_own_mark_and_is_red_only_where_something_breaks(window: Window) -> None:
    window.desk.session.new(load(PACKED / "hull-closed.frelt.json"))
    window.desk.go(Step.BIG_THINGS)
    marks = marks_of(solved_of(window).checks)
    solved = solved_of(window)
    shown: set[tuple[str, bool]] = set()
    for item in solved.rig.items:
        window.desk.take(item.id)
        lines = window.right.things.hand.open.lines
        about = [c for c in solved.checks if is_open(c) and item.id in c.items][: len(lines)]
        assert [line.words.text() for line in lines if line.isVisibleTo(window)] == [f"{sentence(c, US)}." for c in about]
        assert next((mark_of(c) for c in about), None) == marks.get(item.id)  # the mark that it has in the list
        shown |= {(mark_of(c), bool(line.words.property("grave"))) for line, c in zip(lines, about, strict=False)}
    assert {("over", True), ("advice", False), ("tight", False)} <= shown
    assert all(red == (mark == "over") for mark, red in shown)
