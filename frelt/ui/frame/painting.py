"""Painting that never ends a program: a part that fails leaves its outline, and the fault is told once."""

import sys
from collections.abc import Callable, Iterator
from contextlib import contextmanager
from typing import TypeVar

from PyQt6.QtCore import QRectF, Qt
from PyQt6.QtGui import QColor, QPainter, QPen
from PyQt6.QtWidgets import QWidget

from ...paint.theme import on_screen

T = TypeVar("T")
FAILED = QColor(128, 128, 128)


@contextmanager
def painter_on(widget: QWidget) -> Iterator[QPainter]:
    """A painter on a widget, ended whatever happens; what fails is outlined, and told as an unexpected error is."""
    on_screen(widget.devicePixelRatioF())
    p = QPainter(widget)
    p.setRenderHint(QPainter.RenderHint.Antialiasing)
    try:
        yield p
    except Exception:  # a fault in a picture must not take the work with it
        p.resetTransform()
        p.setClipping(False)
        outline(p, QRectF(widget.rect()))
        tell()
    finally:
        p.end()


def part(p: QPainter, area: QRectF, paint: Callable[[], T]) -> T | None:
    """One part of a painting: where it fails its area is outlined, the fault told, and the others go on."""
    p.save()
    try:
        return paint()
    except Exception:
        p.restore()
        p.save()
        outline(p, area)
        tell()
        return None
    finally:
        p.restore()


def outline(p: QPainter, area: QRectF) -> None:
    """What stands where something cannot be drawn."""
    p.setPen(QPen(FAILED, 1.0, Qt.PenStyle.DashLine))
    p.setBrush(Qt.BrushStyle.NoBrush)
    p.drawRect(area.adjusted(1, 1, -2, -2))


def tell() -> None:
    """Hand the error under way to what answers for unexpected ones (see `start.caught`)."""
    sys.excepthook(*sys.exc_info())
