"""Render the icon to PNG. Usage: ./run python scripts/make_icon.py."""

import os
from pathlib import Path

os.environ.setdefault("QT_QPA_PLATFORM", "offscreen")

from PyQt6.QtGui import QGuiApplication, QImage, QPainter
from PyQt6.QtSvg import QSvgRenderer

ICONS = Path(__file__).resolve().parent.parent / "frelt/data/icons"
app = QGuiApplication([])
image = QImage(128, 128, QImage.Format.Format_ARGB32)
image.fill(0)
painter = QPainter(image)
QSvgRenderer(str(ICONS / "frelt.svg")).render(painter)
painter.end()
image.save(str(ICONS / "frelt-128.png"))
