"""What a page of the right column has in common."""

from PyQt6.QtGui import QShowEvent
from PyQt6.QtWidgets import QWidget

from .desk import Desk


class Page(QWidget):
    """A page that is refreshed while it is seen, and when it comes into view."""

    def __init__(self, desk: Desk) -> None:
        super().__init__()
        self.desk = desk
        for signal in (desk.changed, desk.state_changed, desk.looks_changed):
            signal.connect(self._if_seen)

    def _if_seen(self) -> None:
        if self.isVisible():
            self.refresh()

    def showEvent(self, event: QShowEvent | None) -> None:
        super().showEvent(event)
        self.refresh()

    def refresh(self) -> None:
        """Show things as they stand."""
        raise NotImplementedError
