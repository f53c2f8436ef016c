"""Manners of the whole window: the wheel only scrolls, and undo works from a field in which nothing has been typed."""

import atexit

from PyQt6.QtCore import QEvent, QObject, Qt
from PyQt6.QtGui import QKeyEvent, QKeySequence
from PyQt6.QtWidgets import QAbstractSlider, QAbstractSpinBox, QApplication, QComboBox, QLineEdit, QScrollArea, QScrollBar

PAGING = (Qt.Key.Key_PageDown, Qt.Key.Key_PageUp)
UNDOING = (QKeySequence.StandardKey.Undo, QKeySequence.StandardKey.Redo)


def teach(app: QApplication) -> None:
    """Have the application mind its manners; once is enough."""
    if app.findChild(Manners) is None:
        manners = Manners(app)
        app.installEventFilter(manners)
        atexit.register(app.removeEventFilter, manners)  # events come even while the interpreter goes


class Manners(QObject):
    """An event filter for the application."""

    def eventFilter(self, watched: QObject | None, event: QEvent | None) -> bool:
        if event is None:
            return False
        if event.type() == QEvent.Type.Wheel:
            turns = isinstance(watched, QComboBox | QAbstractSpinBox | QAbstractSlider) and not isinstance(watched, QScrollBar)
            if turns:  # it goes on to what scrolls; a choice is made by a click or a key
                event.ignore()
            return turns
        if isinstance(watched, QComboBox) and isinstance(event, QKeyEvent) and event.type() == QEvent.Type.KeyPress:
            return event.key() in PAGING and _to_the_column(watched, event)
        if event.type() == QEvent.Type.ShortcutOverride and isinstance(watched, QLineEdit) and isinstance(event, QKeyEvent):
            fresh = not watched.isModified() and not watched.isUndoAvailable() and not watched.isRedoAvailable()
            if fresh and any(event.matches(key) for key in UNDOING):
                event.ignore()
                return True
        return False


def _to_the_column(shut: QComboBox, event: QKeyEvent) -> bool:
    """A list that is shut keeps its choice: the keys go on to what it scrolls with."""
    above = shut.parentWidget()
    while above is not None and not isinstance(above, QScrollArea):
        above = above.parentWidget()
    if above is not None:
        QApplication.sendEvent(above, event)
    return True
