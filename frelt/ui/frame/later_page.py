"""A step that is not built yet."""

from PyQt6.QtWidgets import QVBoxLayout, QWidget

from ..widgets.fields import heading, prose, title
from .step import Step
from .steps import STEPS


class LaterPage(QWidget):
    """A step that is not built yet says what will come."""

    def __init__(self, step: Step) -> None:
        super().__init__()
        box = QVBoxLayout(self)
        box.setContentsMargins(0, 0, 0, 0)
        box.setSpacing(8)
        box.addWidget(heading(STEPS[step].title))
        box.addWidget(title("Not built yet"))
        box.addWidget(prose(STEPS[step].later))
        box.addStretch(1)
