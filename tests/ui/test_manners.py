"""The window does what the hand meant: the wheel only scrolls, a click takes the whole figure, undo and Tab from any field."""

from collections.abc import Callable
from itertools import pairwise

import pytest
from PyQt6.QtCore import QPoint, QPointF, Qt
from PyQt6.QtGui import QWheelEvent
from PyQt6.QtTest import QTest
from PyQt6.QtWidgets import QApplication, QComboBox, QLineEdit, QWidget
from pytestqt.qtbot import QtBot

from frelt.core.model.document import Document
from frelt.ui.frame.step import Step
from frelt.ui.frame.window import Window

LEFT, NONE, CTRL = Qt.MouseButton.LeftButton, Qt.KeyboardModifier.NoModifier, Qt.KeyboardModifier.ControlModifier


def wheel(over: QWidget, window: Window) -> None:
    """As the mouse does: what is ignored goes on to the parents."""
    one: QWidget | None = over
    while one is not None and one is not window:
        at = QPointF(one.rect().center())
        turn = QWheelEvent(
            at,
            one.mapToGlobal(at),
            QPoint(0, -120),
            QPoint(0, -120),
            Qt.MouseButton.NoButton,
            NONE,
            Qt.ScrollPhase.NoScrollPhase,
            False,
        )
        QApplication.sendEvent(one, turn)
        if turn.isAccepted():
            return
        one = one.parentWidget()


def test_the_wheel_over_the_column_changes_nothing(window: Window, qtbot: QtBot) -> None:
    window.desk.go(Step.CHASSIS)
    QApplication.processEvents()
    bar = window.right.scroller(Step.CHASSIS).verticalScrollBar()
    assert bar is not None
    qtbot.waitUntil(lambda: bar.maximum() > 0)
    page, before = window.right.page(Step.CHASSIS), window.desk.session.rig
    boxes = [b for b in page.findChildren(QComboBox) if b.isVisible()]
    chosen = [b.currentIndex() for b in boxes]
    assert len(boxes) >= 5
    for box in boxes:
        for _ in range(4):
            wheel(box, window)
    assert [b.currentIndex() for b in boxes] == chosen and window.desk.session.rig is before
    assert bar.value() > 0  # it scrolled instead


def test_the_first_click_takes_the_figure_and_undo_works_from_where_nothing_was_typed(window: Window) -> None:
    window.desk.take("water")
    QApplication.processEvents()
    station = window.right.things.hand.station.edit
    window.bench.setFocus()
    spot = QPoint(station.width() - 12, station.height() // 2)
    QTest.mouseClick(station, LEFT, NONE, spot)
    assert station.selectedText() == station.text() != ""
    QTest.keyClicks(station, "80-2")
    QTest.keyClick(station, Qt.Key.Key_Return)
    assert station.text() == "78 in"
    rig = window.desk.session.rig
    QTest.mouseClick(station, LEFT, NONE, spot)
    assert station.hasFocus() or window.focusWidget() is station
    QTest.keyClick(station, Qt.Key.Key_Z, CTRL)
    if (
        window.desk.session.rig is rig
    ):  # offscreen no window is active, and shortcuts rest: what the field leaves them is seen below
        assert not station.isUndoAvailable()
        window.desk.undo()
    assert station.text() != "78 in"


def test_tab_follows_the_screen(window: Window) -> None:
    window.desk.take("water")
    window.right.things.hand.more.click()
    QApplication.processEvents()
    page = window.right.page(Step.BIG_THINGS)
    window.right.things.hand.station.edit.setFocus()
    met = []
    for _ in range(12):
        now = window.focusWidget()
        assert now is not None
        met.append(now.mapTo(page, now.rect().center()).y())
        QTest.keyClick(now, Qt.Key.Key_Tab)
    assert all(b > a - 14 for a, b in pairwise(met)), met
    last = window.focusWidget()
    QTest.keyClick(last, Qt.Key.Key_Tab, Qt.KeyboardModifier.ShiftModifier)
    QTest.keyClick(window.focusWidget(), Qt.Key.Key_Tab)
    assert window.focusWidget() is last


def test_the_window_is_as_large_as_last_time_and_never_larger_than_the_screen(window: Window) -> None:
    from frelt.ui.frame.start import build

    window.resize(1100, 720)
    window.close()
    again = build()
    room = again.screen().availableGeometry()  # type: ignore[union-attr]
    assert (again.width(), again.height()) == (max(min(1100, room.width() - 8), 1000), max(min(720, room.height() - 36), 680))
    window.desk.settings.change(window=(9000, 9000))
    large = build()
    assert large.width() <= max(room.width(), 1000) and large.height() <= max(room.height(), 680)


def test_another_thing_is_read_from_its_first_line(window: Window, qtbot: QtBot) -> None:
    window.desk.take("water")
    window.right.things.hand.more.click()
    bar = window.right.scroller(Step.BIG_THINGS).verticalScrollBar()
    assert bar is not None
    qtbot.waitUntil(lambda: bar.maximum() > 200)
    bar.setValue(150)
    window.desk.undo()
    assert bar.value() == 150  # the same thing stays where it is read
    window.desk.take("machine" if "machine" in {i.id for i in window.desk.rig.items} else window.desk.rig.items[0].id)  # type: ignore[union-attr]
    assert bar.value() == 0


def test_somebodys_own_trailer_in_meters_sums_the_wheel_and_undo_from_every_field(fresh: Callable[[Document], Window]) -> None:
    """A 3.9 m playground trailer: `1,75 m`, `1450-160`, the wheel over the column twenty times, undo from every field."""
    window = fresh(Document())
    window.desk.set_looks(length="mm", mass="kg", volume="L")
    window.desk.go(Step.JOB)
    job = window.right.page(Step.JOB).chassis  # type: ignore[attr-defined]
    QTest.keyClicks(job.box, "open trailer 3,9 m")
    QTest.keyClick(job.box, Qt.Key.Key_Return)
    QApplication.processEvents()
    started = window.desk.session.rig
    assert started is not None and started.trailer is not None
    page = window.right.page(Step.CHASSIS)
    for label, words in (("Deck length", "3,9 m"), ("Deck width", "1,75 m"), ("On the axles", "1450-160")):
        edit = next(e for e in page.findChildren(QLineEdit) if e.accessibleName() == label and e.isVisible())
        edit.setFocus()
        edit.selectAll()
        QTest.keyClicks(edit, words)
        QTest.keyClick(edit, Qt.Key.Key_Return)
    made = window.desk.session.rig
    assert made is not None and made.trailer is not None and made.trailer.empty is not None
    along, across = ([p[n] for p in made.trailer.main_deck.outline] for n in (0, 1))
    assert max(along) - min(along) == pytest.approx(3.9) and max(across) - min(across) == pytest.approx(1.75)
    assert made.trailer.empty.axles is not None and made.trailer.empty.axles.value == pytest.approx(1290)
    for box in [b for b in page.findChildren(QComboBox) if b.isVisible()]:
        for _ in range(20):
            wheel(box, window)
    assert window.desk.session.rig is made
    fields = [e for e in page.findChildren(QLineEdit) if e.isVisible()]
    assert len(fields) > 25
    window.activateWindow()
    for edit in fields:
        edit.setFocus()
        QTest.keyClick(edit, Qt.Key.Key_Z, CTRL)
        assert window.desk.session.rig is not made, edit.accessibleName()
        window.desk.redo()
        assert window.desk.session.rig == made
        made = window.desk.session.rig
        page = window.right.page(Step.CHASSIS)
    for _ in range(3):
        window.desk.undo()
    assert window.desk.session.rig == started


def test_every_list_of_a_page_opens_whole(window: Window) -> None:
    window.desk.go(Step.CHASSIS)
    QApplication.processEvents()
    boxes = [b for b in window.right.page(Step.CHASSIS).findChildren(QComboBox) if b.isVisible() and 1 < b.count() <= 10]
    assert len(boxes) >= 5
    for box in boxes:
        box.showPopup()
        QApplication.processEvents()
        view = box.view()
        assert view is not None and view.model() is not None
        rows = [view.visualRect(view.model().index(n, 0)) for n in range(box.count())]  # type: ignore[union-attr]
        assert rows[0].top() >= 0 and rows[-1].bottom() <= view.viewport().height(), box.accessibleName()  # type: ignore[union-attr]
        box.hidePopup()
