"""What a person does to a window, for the tests that drive it."""

from typing import Any

from PyQt6.QtCore import QEvent, Qt
from PyQt6.QtTest import QTest
from PyQt6.QtWidgets import QApplication, QLineEdit, QPushButton, QWidget
from pytestqt.qtbot import QtBot

from frelt.ui.frame.window import Window


def settled() -> None:
    """As after each turn of the event loop: what was let go is gone."""
    QApplication.processEvents()
    QApplication.sendPostedEvents(None, QEvent.Type.DeferredDelete.value)


def typed(root: QWidget, name: str, text: str) -> QLineEdit:
    """Type into a field by its name, and press Return."""
    settled()
    edit = root.findChild(QLineEdit, name)
    assert edit is not None, name
    edit.setFocus()
    edit.selectAll()
    QTest.keyClicks(edit, text)
    QTest.keyClick(edit, Qt.Key.Key_Return)
    return edit


def go(window: Window, step: int) -> QWidget:
    """Go to a step of the path; returns its page."""
    window.desk.go(step)
    QApplication.processEvents()
    return window.right.page(step)


def press(root: QWidget, words: str) -> None:
    """Press a button or link that is seen, by its words."""
    QApplication.processEvents()
    (button,) = [b for b in root.findChildren(QPushButton) if b.text() == words and b.isVisibleTo(root)]
    button.click()
    QApplication.processEvents()


def worked_out(page: Any, qtbot: QtBot) -> None:
    """Wait until what a page works out beside the window is known of the rig as it stands."""
    qtbot.waitUntil(lambda: page.now.of is page.desk.session.rig and not page.desk.jobs.busy(), timeout=30_000)
    QApplication.processEvents()
