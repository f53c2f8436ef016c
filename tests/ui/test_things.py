"""Things in hand, one or several, worked by keys, buttons and fields; the shop's own catalog; what nobody counted."""

from collections.abc import Callable
from pathlib import Path

import pytest
from PyQt6.QtCore import QPoint, Qt
from PyQt6.QtTest import QTest
from PyQt6.QtWidgets import QApplication, QComboBox, QLineEdit, QPushButton, QSpinBox
from pytestqt.qtbot import QtBot

from frelt.app.library import Library
from frelt.app.stock import equipment
from frelt.core.base.units import GALLON, INCH, LB
from frelt.core.edit.items import place
from frelt.core.model.document import Document
from frelt.core.model.item import Item
from frelt.core.space.solids import Solid, solids
from frelt.ui.frame.putting import put
from frelt.ui.frame.step import Step
from frelt.ui.frame.window import Window
from frelt.ui.steps.things.kit import KitWindow
from frelt.ui.widgets.fields import FigureField
from tests.ui.hands import go, typed

SHIFT, CTRL, NONE = Qt.KeyboardModifier.ShiftModifier, Qt.KeyboardModifier.ControlModifier, Qt.KeyboardModifier.NoModifier
Fresh = Callable[[Document], Window]


@pytest.fixture
def deck(fresh: Fresh) -> Window:
    """An open trailer of the shipped classes with three boxes on it, none in hand."""
    window = fresh(Document())
    window.desk.go(Step.JOB)
    page = window.right.page(Step.JOB)
    page.chassis.box.setText("open 7 16")  # type: ignore[attr-defined]
    page.chassis.new.click()  # type: ignore[attr-defined]
    window.desk.go(Step.BIG_THINGS)
    for u, v in ((1.0, -0.5), (2.2, -0.1), (3.6, -0.4)):
        put(window.desk, "toolbox-24")
        window.desk.edit(lambda r, u=u, v=v: place(r, r.items[-1].id, u=u, v=v), "placed")
    window.desk.take("")
    QApplication.processEvents()
    return window


def key(window: Window, one: Qt.Key, modifier: Qt.KeyboardModifier = NONE) -> None:
    window.bench.setFocus()
    QTest.keyClick(window.bench, one, modifier)
    QApplication.processEvents()


def listed(window: Window) -> list[Item]:
    assert window.desk.rig is not None
    return [i for i in window.desk.rig.items if not i.built_in]


def room(window: Window, n: int) -> Solid:
    solved = window.desk.session.solved
    assert solved is not None
    return solids(solved.rig, solved.frames)[listed(window)[n].id]


def press(window: Window, words: str) -> None:
    button = next(b for b in window.right.things.findChildren(QPushButton) if b.text() == words and b.isVisible())
    button.click()
    QApplication.processEvents()


def everything(window: Window) -> None:
    key(window, Qt.Key.Key_A, CTRL)
    assert len(window.desk.held) == 3


EDGES: tuple[tuple[str, Callable[[Solid], float]], ...] = (
    ("Front", lambda s: s.x0),
    ("Back", lambda s: s.x1),
    ("Left", lambda s: s.y0),
    ("Right", lambda s: s.y1),
    ("Middle, along", lambda s: (s.y0 + s.y1) / 2),
    ("Middle, across", lambda s: (s.x0 + s.x1) / 2),
)


def test_several_things_line_up_with_the_first(deck: Window) -> None:
    key(deck, Qt.Key.Key_Tab)
    everything(deck)
    lead = next(n for n, i in enumerate(listed(deck)) if i.id == deck.desk.in_hand)
    for words, same in EDGES:
        wanted = same(room(deck, lead))
        press(deck, words)
        assert [same(room(deck, n)) for n in range(3)] == pytest.approx([wanted] * 3, abs=1e-6), words
        key(deck, Qt.Key.Key_Z, CTRL)
        assert len({round(same(room(deck, n)), 6) for n in range(3)}) > 1, words


def test_gaps_are_made_even_along_the_deck(deck: Window) -> None:
    everything(deck)
    press(deck, "Gaps along")
    a, b, c = (room(deck, n) for n in range(3))
    assert b.x0 - a.x1 == pytest.approx(c.x0 - b.x1, abs=1e-6)


def test_mirroring_exchanging_grouping_and_locking_by_their_keys(deck: Window) -> None:
    ids = [i.id for i in listed(deck)]
    deck.desk.take(ids[0])
    before = room(deck, 0)
    key(deck, Qt.Key.Key_M)
    after = room(deck, 0)
    assert (after.y0, after.y1) == pytest.approx((-before.y1, -before.y0)) and after.x0 == pytest.approx(before.x0)
    key(deck, Qt.Key.Key_M, SHIFT)
    assert len(listed(deck)) == 4
    key(deck, Qt.Key.Key_Delete)
    deck.desk.take_all(ids[:2])
    places = [i.place for i in listed(deck)[:2]]
    key(deck, Qt.Key.Key_X)
    assert [(i.place.u, i.place.v) for i in listed(deck)[:2]] == [(p.u, p.v) for p in reversed(places)]
    key(deck, Qt.Key.Key_G)
    groups = {i.group for i in listed(deck)[:2]}
    assert len(groups) == 1 and groups != {""}
    deck.desk.take(ids[0])
    moved = [room(deck, n).x0 for n in range(3)]
    key(deck, Qt.Key.Key_Right)
    step = [room(deck, n).x0 - m for n, m in enumerate(moved)]
    assert step == pytest.approx([INCH / 8, INCH / 8, 0.0])  # the group goes together
    deck.desk.take(ids[2])
    key(deck, Qt.Key.Key_L)
    key(deck, Qt.Key.Key_Right)
    assert room(deck, 2).x0 == pytest.approx(moved[2]) and "locked" in deck.message.text()


def test_a_frame_drawn_around_two_takes_both_and_not_the_third(deck: Window) -> None:
    bench = deck.bench
    bench.grab()
    layout = bench.layout_now
    assert layout is not None
    a, b = room(deck, 0), room(deck, 1)
    start = layout.to_px("plan", a.x0 - 0.1, min(a.y0, b.y0) - 0.1).toPoint()
    end = layout.to_px("plan", b.x1 + 0.1, max(a.y1, b.y1) + 0.1).toPoint()
    QTest.mousePress(bench, Qt.MouseButton.LeftButton, SHIFT, start)
    for n in range(1, 6):
        QTest.mouseMove(bench, start + (end - start) * n / 5)
    QTest.mouseRelease(bench, Qt.MouseButton.LeftButton, SHIFT, QPoint(end))
    assert set(deck.desk.held) == {i.id for i in listed(deck)[:2]}


def test_a_row_of_copies_with_the_gap_that_is_typed(deck: Window) -> None:
    deck.desk.take(listed(deck)[2].id)
    key(deck, Qt.Key.Key_R, CTRL)
    things = deck.right.things
    things.findChild(QSpinBox).setValue(3)  # type: ignore[union-attr]
    typed(things.hand, "row-gap", "4 in")
    press(deck, "Beside it")
    a, b, c = room(deck, 2), room(deck, 3), room(deck, 4)
    gaps = [min(abs(y.y0 - x.y1), abs(x.y0 - y.y1)) for x, y in ((a, b), (b, c))]
    assert gaps == pytest.approx([4 * INCH] * 2, abs=1e-6)


def opened(window: Window, entry: str) -> Item:
    """A thing from the catalog in hand, with its sheet open."""
    put(window.desk, entry)
    window.right.things.hand.more.setChecked(True)
    QApplication.processEvents()
    return window.desk.rig.item(window.desk.in_hand)  # type: ignore[union-attr]


def test_what_a_kind_is_known_by_is_typed_and_the_rest_follows(deck: Window) -> None:
    before = opened(deck, "water-40-box-c")
    typed(deck.right.things, "kind-capacity", "80 gal")
    after = deck.desk.rig.item(before.id)  # type: ignore[union-attr]
    assert after.tanks[0].capacity.value == pytest.approx(80 * GALLON) and after.mass.value > before.mass.value
    typed(deck.right.things, "empty-mass", "60")
    typed(deck.right.things, "kind-baffles", "2")
    measured = deck.desk.rig.item(before.id)  # type: ignore[union-attr]
    assert measured.mass.value == pytest.approx(60 * LB) and measured.tanks[0].baffles == 2
    field = typed(deck.right.things, "kind-capacity", "80 furlongs")
    assert "80 gal" not in field.text() and "55 gal" in field.parent().error.text()  # type: ignore[union-attr]
    assert deck.desk.rig.item(before.id) == measured  # type: ignore[union-attr]


def test_contents_are_typed_and_chosen(deck: Window) -> None:
    item = opened(deck, "water-40-box-c")
    things = deck.right.things
    typed(things, "heel", "10")
    typed(things, "top", "90")
    box = next(b for b in things.findChildren(QComboBox) if b.accessibleName() == "Liquid")
    at = box.findText("SH", Qt.MatchFlag.MatchStartsWith)
    box.setCurrentIndex(at)
    box.activated.emit(at)
    tank = deck.desk.rig.item(item.id).tanks[0]  # type: ignore[union-attr]
    assert (tank.heel, tank.top) == pytest.approx((0.10, 0.90)) and tank.liquid.name == box.currentText().replace("Sh", "SH")
    density = tank.liquid.density.value
    typed(things, "density", "9.5 lb/gal")
    assert deck.desk.rig.item(item.id).tanks[0].liquid.density.value != density  # type: ignore[union-attr]


def test_the_forklift_of_a_skid_is_typed_and_says_what_it_lifts(deck: Window) -> None:
    opened(deck, next(e for e in _ids() if e.startswith("skid")))
    fields = deck.right.things.hand.sheet.forklift  # type: ignore[union-attr]
    typed(fields, "lift-rated", "3000")
    typed(fields, "lift-centre", "24 in")
    typed(fields, "lift-forks", "42 in")
    lifter = deck.desk.rig.forklift  # type: ignore[union-attr]
    assert lifter.rated.value == pytest.approx(3000 * LB)  # type: ignore[union-attr]
    assert (lifter.centre, lifter.forks) == pytest.approx((24 * INCH, 42 * INCH), abs=1e-3)
    assert "Drained it weighs" in fields.words.text()


def _ids() -> list[str]:
    return [e.item.id for e in equipment()]


def test_the_shops_own_is_kept_listed_first_put_down_again_and_forgotten(deck: Window, qtbot: QtBot, tmp_path: Path) -> None:
    opened(deck, "cold-8-belt")
    name = "Shop machine with the new pump"
    sheet = deck.right.things.hand.sheet
    assert sheet is not None
    sheet.name.setText(name)
    sheet.name.editingFinished.emit()
    press(deck, "Keep in the shop's catalog")
    assert [e.item.name for e in Library().equipment()] == [name]
    catalog = deck.right.things.catalog
    deck.looking.to_catalog()
    QTest.keyClicks(catalog.box, "machine")
    assert catalog.list.item(0).text() == "The shop’s own"  # type: ignore[union-attr]
    assert catalog.list.item(1).text().startswith(name)  # type: ignore[union-attr]
    QTest.keyClick(catalog.box, Qt.Key.Key_Return)
    assert deck.desk.rig.item(deck.desk.in_hand).origin.startswith("shop:")  # type: ignore[union-attr]
    catalog.write_to(tmp_path / "own.csv")
    deck.looking.to_catalog()
    QTest.keyClicks(catalog.box, "shop machine")
    catalog.drop.click()
    assert Library().equipment() == ()
    catalog.take_from(tmp_path / "own.csv")
    qtbot.waitUntil(lambda: not deck.desk.jobs.busy("table"))
    assert [e.item.name for e in Library().equipment()] == [name]
    (tmp_path / "bad.csv").write_text("id,name,kind,mass_kg\na,A,rocket,5\nb,B,box,heavy\n")
    catalog.take_from(tmp_path / "bad.csv")
    qtbot.waitUntil(lambda: not deck.desk.jobs.busy("table"))
    assert "row 2, column kind" in deck.message.text() and len(Library().equipment()) == 1


def test_one_key_counts_what_nobody_counted_and_one_waves_it_off(deck: Window) -> None:
    deck.desk.go(Step.SMALL_THINGS)
    QApplication.processEvents()
    panel = deck.right.things.uncounted
    assert panel is not None and panel.isVisible() and "more than is counted" in panel.sum.text()
    count, first = len(panel.found), panel.found[0]
    things = len(listed(deck)) + len(deck.desk.rig.fit_out)  # type: ignore[union-attr]
    QTest.keyClick(panel.list, Qt.Key.Key_Return)
    rig = deck.desk.rig
    assert rig is not None and len(listed(deck)) + len(rig.fit_out) == things + 1
    assert all(m.id != first.id for m in panel.found)
    second = panel.found[panel.list.currentRow()]
    QTest.keyClick(panel.list, Qt.Key.Key_Delete)
    assert second.id in deck.desk.rig.waved and all(m.id != second.id for m in panel.found)  # type: ignore[union-attr]
    deck.desk.undo()
    deck.desk.undo()
    assert len(panel.found) == count


def test_fit_out_is_added_weighed_and_removed_under_chassis(deck: Window) -> None:
    page = go(deck, 1)
    add = next(b for b in page.findChildren(QPushButton) if b.text() == "Add cover or allowance")
    add.click()
    (cover,) = deck.desk.rig.fit_out  # type: ignore[union-attr]
    assert cover.what == "plywood" and cover.mass is None
    typed(page, "cover or allowance 1: Thickness", "3/4 in")
    typed(page, "cover or allowance 1: Weight (0: reckoned)", "150")
    (cover,) = deck.desk.rig.fit_out  # type: ignore[union-attr]
    assert cover.thickness == pytest.approx(0.75 * INCH) and cover.mass.value == pytest.approx(150 * LB)  # type: ignore[union-attr]
    box = next(b for b in page.findChildren(QComboBox) if b.accessibleName() == "What of cover or allowance 1")
    at = box.findText("Brackets")
    box.setCurrentIndex(at)
    box.activated.emit(at)
    (cover,) = deck.desk.rig.fit_out  # type: ignore[union-attr]
    assert cover.what == "brackets" and cover.thickness == 0
    next(b for b in page.findChildren(QPushButton) if b.accessibleName() == "Remove cover or allowance 1").click()
    assert deck.desk.rig.fit_out == ()  # type: ignore[union-attr]


def test_reach_and_distances_apart_are_rules_that_can_be_typed(deck: Window) -> None:
    page = go(deck, 1)
    rules = page.rules  # type: ignore[attr-defined]
    rules.fields["rules.reach_up"].edit.setText("70 in")
    rules.fields["rules.reach_up"].edit.setModified(True)
    rules.fields["rules.reach_up"].edit.editingFinished.emit()
    assert deck.desk.rig.rules.reach_up == pytest.approx(70 * INCH)  # type: ignore[union-attr]
    first = rules.apart[0]
    first.edit.setText("40 in")
    first.edit.setModified(True)
    first.edit.editingFinished.emit()
    assert deck.desk.rig.rules.apart[0].distance == pytest.approx(40 * INCH)  # type: ignore[union-attr]


def test_weights_to_come_count_by_one_key(deck: Window) -> None:
    kept = next(e for e in _ids() if e.startswith("kept") or "later" in e)
    item = opened(deck, kept)
    typed(deck.right.things, "empty-mass", "500")
    gross = lambda: next(c.load for c in deck.desk.session.solved.checks if c.id == "gross")  # type: ignore[union-attr]  # noqa: E731
    before = gross()
    key(deck, Qt.Key.Key_L, SHIFT)
    assert gross() - before == pytest.approx(500 * LB, rel=1e-6) and item.kind == "kept-place"
    key(deck, Qt.Key.Key_L, SHIFT)
    assert gross() == pytest.approx(before)


def test_what_nobody_counted_is_told_in_one_figure_and_taken_back(window: Window) -> None:
    go(window, 3)
    panel = window.right.things.uncounted
    assert panel is not None and panel.all.isEnabled()
    before = window.desk.solved.check("gross")  # type: ignore[union-attr]
    assert before is not None and before.beyond > 100.0
    typed(panel, "nobody-counted", "90 kg")
    after = window.desk.solved.check("gross")  # type: ignore[union-attr]
    assert after is not None and after.beyond == pytest.approx(90.0) and after.load == before.load
    typed(panel, "nobody-counted", "0")
    none = window.desk.solved.check("gross")  # type: ignore[union-attr]
    assert none is not None and none.beyond == 0.0 and none.upper == pytest.approx(none.load + none.spread)  # type: ignore[operator]
    window.desk.undo()
    window.desk.undo()
    back = window.desk.solved.check("gross")  # type: ignore[union-attr]
    assert back is not None and back.beyond == pytest.approx(before.beyond)


def test_things_stand_on_tops_and_hang_on_what_becomes_a_deck_when_it_is_used(deck: Window) -> None:
    boxes = [i.id for i in listed(deck)]
    deck.desk.take(boxes[1])
    hand = deck.right.things.hand
    name = listed(deck)[0].name
    hand.deck.setCurrentIndex(hand.deck.findText(f"On top of {name}"))
    hand.deck.activated.emit(hand.deck.currentIndex())
    lower, upper = room(deck, 0), room(deck, 1)
    assert upper.low == pytest.approx(lower.high)
    deck.desk.take(boxes[0])
    deck.right.things.hand.more.click()
    typed(deck, "size-height", "30 in")
    assert room(deck, 1).low == pytest.approx(room(deck, 0).low + 30 * INCH)
    key(deck, Qt.Key.Key_Z, CTRL)
    key(deck, Qt.Key.Key_Z, CTRL)
    assert room(deck, 1).low == pytest.approx(room(deck, 0).low)


def test_whose_a_thing_is_and_how_it_came_is_typed_and_shown(deck: Window) -> None:
    deck.desk.take(listed(deck)[0].id)
    hand = deck.right.things.hand
    hand.more.click()
    assert hand.sheet is not None
    arrival = hand.sheet.arrival
    arrival.owner.setText("the customer")
    arrival.owner.editingFinished.emit()
    arrival.bought.setCurrentIndex(arrival.bought.findData("used"))
    arrival.bought.activated.emit(arrival.bought.currentIndex())
    typed(deck, "thing-hours", "820")
    item = listed(deck)[0]
    assert (item.owner, item.condition.bought, item.condition.hours) == ("the customer", "used", 820)
    assert "Of the customer, used, 820 h on arrival" in hand.came.text()


def test_kit_is_counted_from_the_list_and_changed_line_by_line(deck: Window, qtbot: QtBot) -> None:
    deck.desk.go(Step.SMALL_THINGS)
    QApplication.processEvents()
    panel = deck.right.things.uncounted
    assert panel is not None and deck.desk.rig is not None
    row = next(n for n, m in enumerate(panel.found) if m.how == "catalog")
    panel.list.setCurrentRow(row)
    count, said = len(panel.found), panel.found[row].name
    press(deck, "As kit")
    assert len(panel.found) == count - 1 and deck.desk.rig.kit[0].what == said
    deck.panels.kit()
    window = next(w for w in deck.findChildren(KitWindow))
    window.add.click()
    QApplication.processEvents()
    name = window.table.cellWidget(1, 0)
    assert isinstance(name, QLineEdit) and name.hasFocus() is window.isActiveWindow()
    name.setText("Spare seals")
    name.editingFinished.emit()
    each = window.table.cellWidget(1, 2)
    assert isinstance(each, FigureField)
    each.edit.setText("1.5 lb")
    each.edit.setModified(True)
    each.edit.editingFinished.emit()
    line = deck.desk.rig.kit[1]
    assert line.what == "Spare seals" and line.each.value == pytest.approx(1.5 * LB) and line.each.source == "weighed"
    kept = window.table.cellWidget(1, 4)
    assert isinstance(kept, QComboBox)
    kept.setCurrentIndex(kept.findData("under a bungee"))
    kept.activated.emit(kept.currentIndex())
    assert deck.desk.rig.kit[1].kept == "under a bungee"
    window.setFocus()
    for _ in range(5):
        QTest.keyClick(window, Qt.Key.Key_Z, CTRL)
        QApplication.processEvents()
    assert not deck.desk.rig.kit and window.table.rowCount() == 0
