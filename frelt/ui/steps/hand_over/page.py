"""Hand-over: what goes out of the shop with the rig."""

from PyQt6.QtCore import pyqtSignal
from PyQt6.QtWidgets import QPushButton, QVBoxLayout, QWidget

from ...frame.desk import Desk
from ...widgets.fields import heading, prose, title


class HandOverPage(QWidget):
    """Hand-over: the load sheet, and what to do before the road."""

    sheet_asked = pyqtSignal()

    def __init__(self, desk: Desk) -> None:
        super().__init__()
        self.button = QPushButton("Write the load sheet (PDF) …")
        self.button.clicked.connect(self.sheet_asked)
        box = QVBoxLayout(self)
        box.setContentsMargins(0, 0, 0, 0)
        box.setSpacing(8)
        box.addWidget(heading("Hand-over"))
        box.addWidget(title("Load sheet"))
        box.addWidget(
            prose(
                "One page from these drawings: every support in its worst state against its rating, where each figure comes from, and a place for the scale ticket."
            )
        )
        box.addWidget(self.button)
        box.addSpacing(8)
        box.addWidget(
            prose(
                "Frelt is a planning aid. Weigh the rig, full and as it travels, before it takes the road; makers' ratings and local law come first."
            )
        )
        box.addSpacing(8)
        box.addWidget(prose("Serial plate, walk-through list and price come here later."))
        box.addStretch(1)
