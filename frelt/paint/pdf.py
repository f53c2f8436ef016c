"""Paper as PDF: real text, embedded fonts, whole in memory before any of it is written."""

import os
from collections.abc import Callable, Iterator
from contextlib import contextmanager

from PyQt6.QtCore import QBuffer, QCoreApplication, QIODevice, QMarginsF, QSizeF
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


class Paper:
    """Where a PDF comes to be. data: of it, once it is whole."""

    def __init__(self) -> None:
        self.data = b""


@contextmanager
def page(paper: Paper, title: str, wide: bool = False) -> Iterator[tuple[QPainter, Callable[[], object]]]:
    """A painter on a letter page, 96 px to the inch, and what begins another; wide: turned."""
    app = application()
    held = QBuffer()
    held.open(QIODevice.OpenModeFlag.WriteOnly)
    writer = QPdfWriter(held)
    writer.setPageSize(QPageSize(QSizeF(8.5, 11), QPageSize.Unit.Inch))
    writer.setPageOrientation(QPageLayout.Orientation.Landscape if wide else QPageLayout.Orientation.Portrait)
    writer.setPageMargins(QMarginsF(0, 0, 0, 0), QPageLayout.Unit.Point)
    writer.setResolution(192)
    writer.setTitle(title)
    writer.setCreator(f"Frelt {__version__}")
    p = QPainter(writer)
    p.scale(2.0, 2.0)
    try:
        yield p, writer.newPage
    finally:
        p.end()
    paper.data = held.data().data()
    del app
