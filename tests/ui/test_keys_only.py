"""The whole job without a mouse: a trailer of one's own from nothing to the printed load sheet, every key sent to whatever has the focus."""

from collections.abc import Callable
from pathlib import Path

import pytest
from PyQt6.QtCore import Qt
from PyQt6.QtTest import QTest
from PyQt6.QtWidgets import QApplication, QFileDialog
from pytestqt.qtbot import QtBot

from frelt.core.base.units import INCH
from frelt.core.judge.marks import is_broken
from frelt.core.model.document import Document
from frelt.core.space.solids import solids
from frelt.ui.frame.step import Step
from frelt.ui.frame.window import Window

Key, CTRL, NONE = Qt.Key, Qt.KeyboardModifier.ControlModifier, Qt.KeyboardModifier.NoModifier
THINGS = (
    "water 225 lying",
    "cold 8 gear",
    "reel 18 300",
    "supply reel 150",
    "sh 35",
    "soap 15",
    "pump 12v 7",
    "battery 35",
    "toolbox 48",
    "extinguisher 5",
)


class Person:
    """Who has a keyboard alone. A key and a word typed are a gesture each."""

    def __init__(self, window: Window) -> None:
        self.window, self.gestures = window, 0

    def key(self, key: Qt.Key, modifier: Qt.KeyboardModifier = NONE) -> None:
        self.gestures += 1
        QTest.keyClick(QApplication.focusWidget(), key, modifier)
        QTest.qWait(5)

    def word(self, words: str) -> None:
        self.gestures += 1
        QTest.keyClicks(QApplication.focusWidget(), words)
        QTest.qWait(5)

    def fields(self, *words: str) -> None:
        """One below the other; an empty word leaves a field as it is."""
        for n, word in enumerate(words):
            if n:
                self.key(Key.Key_Tab)
            if word:
                self.word(word)

    @property
    def at(self) -> str:
        """What has the keys, as it is read aloud."""
        focus = QApplication.focusWidget()
        return focus.accessibleName() if focus is not None else ""


def test_a_sixteen_foot_trailer_from_nothing_to_its_load_sheet_in_sixty_gestures(
    fresh: Callable[[Document], Window], qtbot: QtBot, tmp_path: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    window = fresh(Document())
    window.desk.go(Step.JOB)
    qtbot.waitUntil(lambda: bool(window.menus.actions))
    window.activateWindow()
    qtbot.waitUntil(window.isActiveWindow)
    person = Person(window)
    window.right.begin()  # as the first start does
    assert person.at == "Search chassis"
    person.word("trailer 16 ft")
    person.key(Key.Key_Return)
    qtbot.waitUntil(lambda: person.at == "Deck length")
    person.fields("16 ft 4 in", "82", "24")
    person.key(Key.Key_PageDown)
    person.key(Key.Key_PageDown)
    assert person.at == "On the coupler"
    person.fields("230", "1,800")
    person.key(Key.Key_PageDown)
    person.key(Key.Key_PageDown)
    assert person.at == "Gross rating (GVWR)"
    person.fields("7,000", "", "700", "", "", "", "3,500", "3,500", "1,760", "1,760")
    person.key(Key.Key_I, CTRL)
    assert person.at == "Search the catalog"
    for words in THINGS:
        person.word(words)
        person.key(Key.Key_Return, CTRL)
    rig = window.desk.session.rig
    assert rig is not None and len(rig.items) == len(THINGS)
    person.key(Key.Key_F, CTRL)
    person.word("supply")
    person.key(Key.Key_Return)
    assert person.at == "From the front edge" and "supply" in rig.item(window.desk.in_hand).name
    person.word("6 in")
    person.key(Key.Key_Return)
    solved = window.desk.solved
    assert solved is not None and solved.rig.trailer is not None
    assert solids(solved.rig, solved.frames)[window.desk.in_hand].x0 == pytest.approx(6 * INCH, abs=1e-6)
    assert [c.id for c in solved.checks if is_broken(c)] == []
    assert solved.rig.trailer.axles[0].rating.value == pytest.approx(3500 * 0.45359237)  # type: ignore[union-attr]
    out = tmp_path / "sheet.pdf"
    monkeypatch.setattr(QFileDialog, "getSaveFileName", lambda *_: (str(out), ""))
    person.key(Key.Key_P, CTRL)
    person.gestures += 2  # a name and Return, in the desktop's own dialog
    assert out.read_bytes().startswith(b"%PDF")
    print(f"{person.gestures} gestures")
    assert person.gestures <= 60


def test_page_down_in_the_column_goes_by_headings_and_changes_no_list(
    fresh: Callable[[Document], Window], qtbot: QtBot
) -> None:
    from tests.ui.test_cause import opened

    window = opened(fresh, "hull-closed")
    qtbot.waitUntil(lambda: bool(window.menus.actions))
    window.activateWindow()
    window.desk.go(Step.CHASSIS)
    QApplication.processEvents()
    window.right.enter()
    person, before = Person(window), window.desk.session.document
    been = [person.at]
    for _ in range(9):
        person.key(Key.Key_PageDown)
        been.append(person.at)
    assert len(set(been)) >= 6 and "Gross rating (GVWR)" in been and window.desk.session.document is before
    for _ in range(9):
        person.key(Key.Key_PageUp)
    assert person.at == been[0] or person.at == "Axles"
