"""Controls with manners: the wheel only scrolls, page keys go on to the column, and undo works where nothing has been typed.

Every list, line and counter of the windows is one of these; what they mind costs nothing until it happens.
"""

from PyQt6.QtCore import QEvent, QObject, Qt
from PyQt6.QtGui import QFocusEvent, QKeyEvent, QKeySequence, QWheelEvent
from PyQt6.QtWidgets import QApplication, QComboBox, QLineEdit, QScrollArea, QSpinBox, QWidget

PAGING = (Qt.Key.Key_PageDown, Qt.Key.Key_PageUp)
LEFT = (  # on to something else, and not to a menu or another window, where what is selected is still wanted
    Qt.FocusReason.MouseFocusReason,
    Qt.FocusReason.TabFocusReason,
    Qt.FocusReason.BacktabFocusReason,
    Qt.FocusReason.OtherFocusReason,
)
UNDOING = (QKeySequence.StandardKey.Undo, QKeySequence.StandardKey.Redo)


class Options(QComboBox):
    """A list that opens: a choice is made by a click or a key, never by the wheel, nor by a page key while it is shut."""

    def wheelEvent(self, event: QWheelEvent | None) -> None:
        """It goes on to what scrolls."""
        if event is not None:
            event.ignore()

    def keyPressEvent(self, event: QKeyEvent | None) -> None:
        if event is not None and event.key() in PAGING:
            _to_the_column(self, event)
        else:
            super().keyPressEvent(event)


class Count(QSpinBox):
    """A counter that the wheel leaves alone."""

    def wheelEvent(self, event: QWheelEvent | None) -> None:
        """It goes on to what scrolls."""
        if event is not None:
            event.ignore()


class Entry(QLineEdit):
    """A line to type in. Until something has been typed, undo and redo are the window's. What is too long is seen from its beginning."""

    def setText(self, text: str | None) -> None:
        super().setText(text)
        if not self.hasFocus():
            self.setCursorPosition(0)

    def focusInEvent(self, event: QFocusEvent | None) -> None:
        super().focusInEvent(event)
        self.installEventFilter(_leaving_undo())

    def focusOutEvent(self, event: QFocusEvent | None) -> None:
        super().focusOutEvent(event)
        if event is not None and event.reason() in LEFT:
            self.setCursorPosition(0)
        self.removeEventFilter(_leaving_undo())


class _LeavingUndo(QObject):
    """What is asked while a line has the focus: a shortcut comes to it before it comes to the window."""

    def eventFilter(self, watched: QObject | None, event: QEvent | None) -> bool:
        if isinstance(event, QKeyEvent) and event.type() == QEvent.Type.ShortcutOverride and isinstance(watched, QLineEdit):
            fresh = not watched.isModified() and not watched.isUndoAvailable() and not watched.isRedoAvailable()
            if fresh and any(event.matches(key) for key in UNDOING):
                event.ignore()
                return True
        return False


def _leaving_undo() -> _LeavingUndo:
    """The one there is; the application's, which outlives every line."""
    app = QApplication.instance()
    found = app.findChild(_LeavingUndo) if app is not None else None
    return found if found is not None else _LeavingUndo(app)


def _to_the_column(shut: QWidget, event: QKeyEvent) -> None:
    """A list that is shut keeps its choice: the keys go on to what it scrolls with."""
    above = shut.parentWidget()
    while above is not None and not isinstance(above, QScrollArea):
        above = above.parentWidget()
    if above is not None:
        QApplication.sendEvent(above, event)
