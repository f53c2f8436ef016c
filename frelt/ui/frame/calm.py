"""What stands beside the bench follows a drag a few times a second, and anything else at once."""

from collections.abc import Callable

from PyQt6.QtCore import QObject, QTimer

from .desk import Desk

WAIT = 180  # ms; figures that change faster than that are not read


class Calm(QObject):
    """Calls `refresh` at every change of the rig; while something is dragged, once in a while, so that the bench keeps up."""

    def __init__(self, owner: QObject, desk: Desk, refresh: Callable[[], object]) -> None:
        super().__init__(owner)
        self._desk, self._refresh = desk, refresh
        self._timer = QTimer(self)
        self._timer.setSingleShot(True)
        self._timer.setInterval(WAIT)
        self._timer.timeout.connect(refresh)
        desk.changed.connect(self._changed)

    def _changed(self) -> None:
        if not self._desk.dragging:
            self._timer.stop()
            self._refresh()
        elif not self._timer.isActive():
            self._timer.start()
