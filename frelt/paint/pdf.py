"""Paper as PDF: real text, embedded fonts, and what stood there stays until the page is whole."""

import os
from collections.abc import Callable, Iterator
from contextlib import contextmanager
from errno import EIO
from pathlib import Path

from PyQt6.QtCore import QCoreApplication, QIODevice, QMarginsF, QSaveFile, QSizeF
from PyQt6.QtGui import QGuiApplication, QPageLayout, QPageSize, QPainter, QPdfWriter

from .. import __version__
from ..drawing.styles import LIGHT
from .theme import Theme

WIDTH, HEIGHT = 816.0, 1056.0  # letter at 96 px to the inch
PAPER = Theme("paper", LIGHT)


def application() -> QCoreApplication:
    """The application that fonts need, made without a screen where there is none."""
    app = QGuiApplication.instance()
    if app is None:
        os.environ.setdefault("QT_QPA_PLATFORM", "offscreen")
        app = QGuiApplication(["frelt"])
    return app


@contextmanager
def page(path: Path, title: str, wide: bool = False) -> Iterator[tuple[QPainter, Callable[[], object]]]:
    """A painter on a letter page, 96 px to the inch, and what begins another; wide: turned.

    Raises OSError where the file cannot be written.
    """
    app = application()
    file = QSaveFile(str(path))
    file.setDirectWriteFallback(True)
    if not file.open(QIODevice.OpenModeFlag.WriteOnly):
        raise OSError(EIO, file.errorString(), str(path))
    writer = QPdfWriter(file)
    writer.setPageSize(QPageSize(QSizeF(8.5, 11), QPageSize.Unit.Inch))
    writer.setPageOrientation(QPageLayout.Orientation.Landscape if wide else QPageLayout.Orientation.Portrait)
    writer.setPageMargins(QMarginsF(0, 0, 0, 0), QPageLayout.Unit.Point)
    writer.setResolution(192)
    writer.setTitle(title)
    writer.setCreator(f"Frelt {__version__}")
    p = QPainter(writer)
    p.scale(2.0, 2.0)
    yield p, writer.newPage
    p.end()
    if not file.commit():
        raise OSError(EIO, file.errorString(), str(path))
    del app
