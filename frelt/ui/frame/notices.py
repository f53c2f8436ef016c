"""What must be seen until it is settled: one line each over the bench, with what can be done about it."""

from collections.abc import Callable, Sequence

from PyQt6.QtCore import Qt
from PyQt6.QtWidgets import QHBoxLayout, QLabel, QPushButton, QVBoxLayout, QWidget

from ..widgets.let_go import let_go
from ..widgets.text import Words

Offer = tuple[str, Callable[[], object]]


class Notices(QWidget):
    """The lines, by what they are about; none takes no room."""

    def __init__(self) -> None:
        super().__init__()
        self.setObjectName("notices")
        self.setAttribute(Qt.WidgetAttribute.WA_StyledBackground)
        self._rows: dict[str, QWidget] = {}
        box = QVBoxLayout(self)
        box.setContentsMargins(0, 0, 0, 0)
        box.setSpacing(0)
        self.hide()

    def put(self, about: str, words: str, offers: Sequence[Offer]) -> None:
        """Show a line about something, in place of the one before."""
        self.drop(about)
        row = QWidget()
        row.setObjectName("notice")
        row.setAttribute(Qt.WidgetAttribute.WA_StyledBackground)
        said = Words(words)
        said.setObjectName("notice-words")
        said.setWordWrap(True)
        line = QHBoxLayout(row)
        line.setContentsMargins(18, 6, 12, 6)
        line.addWidget(said, 1)
        for label, done in offers:
            button = QPushButton(label)
            button.setObjectName("notice-offer")
            button.clicked.connect(lambda _, d=done: d())
            line.addWidget(button)
        self._rows[about] = row
        box = self.layout()
        assert box is not None
        box.addWidget(row)
        self.show()

    def drop(self, about: str) -> None:
        """Take a line away, if it is there."""
        row = self._rows.pop(about, None)
        if row is not None:
            let_go(row)
        self.setVisible(bool(self._rows))

    def words(self, about: str) -> str:
        """What the line about something says; nothing where there is none."""
        row = self._rows.get(about)
        label = row.findChild(QLabel, "notice-words") if row is not None else None
        return label.text() if isinstance(label, QLabel) else ""

    def offers(self, about: str) -> dict[str, QPushButton]:
        """The buttons of a line, by what they say."""
        row = self._rows.get(about)
        return {b.text(): b for b in row.findChildren(QPushButton)} if row is not None else {}
