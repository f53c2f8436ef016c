"""Fittings to be dropped on a line: it parts, and the fitting stands where the two halves meet."""

from PyQt6.QtCore import QByteArray, QMimeData, QPoint, Qt
from PyQt6.QtGui import QDrag, QDropEvent, QMouseEvent
from PyQt6.QtWidgets import QApplication, QPushButton

from ....core.fitting.registry import offered
from ....core.model.plumbing import FittingKind
from ....core.model.rig import Rig
from ....core.network.one_way import part_with
from ...frame.desk import FITTING, Desk
from .now import LinesNow


class Loose(QPushButton):
    """A button that is also dragged: over a line plan or the bench it is the fitting itself."""

    def __init__(self, kind: FittingKind) -> None:
        super().__init__(kind.capitalize())
        self.kind: FittingKind = kind
        self._from: QPoint | None = None
        self.setToolTip("Drag it onto a line, which it parts")

    def mousePressEvent(self, event: QMouseEvent | None) -> None:
        assert event is not None
        if event.button() == Qt.MouseButton.LeftButton:
            self._from = event.position().toPoint()
        super().mousePressEvent(event)

    def mouseMoveEvent(self, event: QMouseEvent | None) -> None:
        assert event is not None
        start = self._from
        far = start is not None and (event.position().toPoint() - start).manhattanLength() >= QApplication.startDragDistance()
        if not far:
            super().mouseMoveEvent(event)
            return
        self._from = None
        self.setDown(False)
        drag = QDrag(self.window())  # this button may be gone when it is dropped: what is in hand is another then
        drag.setMimeData(carried(self.kind))
        drag.exec(Qt.DropAction.CopyAction)


def carried(kind: FittingKind) -> QMimeData:
    """A fitting as it is dragged."""
    data = QMimeData()
    data.setData(FITTING, QByteArray(kind.encode()))
    return data


def brought(event: QDropEvent) -> FittingKind | None:
    """The fitting that is dragged, if one is."""
    data = event.mimeData()
    if data is None or not data.hasFormat(FITTING):
        return None
    words = data.data(FITTING).data().decode()
    return next((k for k in offered("line") if k == words), None)


def put_in(desk: Desk, now: LinesNow, line_id: str, kind: FittingKind) -> None:
    """Part a line by a fitting, which is in hand then."""
    made: list[str] = []

    def edit(rig: Rig) -> Rig:
        new, name = part_with(rig, line_id, kind)
        made.append(name)
        return new

    if desk.edit(edit, f"{kind} put in") and made:
        now.take(made[0])
