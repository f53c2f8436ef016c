"""Something done a little later, unless what it is about is gone by then."""

from collections.abc import Callable

from PyQt6.QtCore import QObject, QTimer


def later(owner: QObject, wait: int, done: Callable[[], object]) -> None:
    """Do something once, so many milliseconds from now; never if the owner has been deleted."""
    timer = QTimer(owner)
    timer.setSingleShot(True)
    timer.timeout.connect(done)
    timer.timeout.connect(timer.deleteLater)
    timer.start(wait)
