"""Help › Marks and words: every mark as the bench draws it, and what it means."""

from PyQt6.QtCore import QSize, Qt
from PyQt6.QtGui import QPaintEvent
from PyQt6.QtWidgets import QDialog, QGridLayout, QScrollArea, QVBoxLayout, QWidget

from ...drawing.overlay.glossary import CHAPTERS, TALL, WIDE, Explained, picture
from ...paint import fonts
from ...paint.shapes import paint_shapes
from ..widgets.fields import heading
from ..widgets.mannered import Entry
from ..widgets.text import Words
from .desk import Desk
from .painting import painter_on


class Picture(QWidget):
    """One mark, drawn by its own shapes."""

    def __init__(self, desk: Desk, one: Explained) -> None:
        super().__init__()
        self._desk, self._one = desk, one
        self.setFixedSize(QSize(int(WIDE), int(TALL)))
        self.setAccessibleName(f"Picture of: {one.title}")

    def paintEvent(self, event: QPaintEvent | None) -> None:
        with painter_on(self) as p:
            p.fillRect(self.rect(), self._desk.theme.color("sheet"))
            paint_shapes(p, picture(self._one, fonts, self._desk.units), self._desk.theme)


class MarksWindow(QDialog):
    """Marks and words, with a search."""

    def __init__(self, desk: Desk, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self.setWindowTitle("Marks and words")
        self.resize(660, 680)
        self.box = Entry()
        self.box.setPlaceholderText("Search: dashed, tongue, SH …")
        self.box.setAccessibleName("Search marks and words")
        self.box.textChanged.connect(self._search)
        self._rows: list[tuple[str, str, list[QWidget]]] = []  # chapter, words to be found by, widgets
        self._heads: dict[str, QWidget] = {}
        page = QWidget()
        page.setObjectName("marks")
        grid = QGridLayout(page)
        grid.setColumnStretch(1, 1)
        grid.setHorizontalSpacing(16)
        grid.setVerticalSpacing(8)
        n = 0
        for chapter in CHAPTERS:
            self._heads[chapter.title] = heading(chapter.title)
            grid.addWidget(self._heads[chapter.title], n, 0, 1, 2)
            n += 1
            for one in chapter.listed:
                said, title = Words(one.words), Words(one.title)
                said.setWordWrap(True)
                said.setObjectName("prose")
                title.setObjectName("rigname")
                title.setWordWrap(True)
                widgets: list[QWidget] = [title, said]
                text = QVBoxLayout()
                text.setSpacing(0)
                text.addWidget(title)
                text.addWidget(said)
                text.addStretch(1)
                if one.draw is not None:
                    drawn = Picture(desk, one)
                    grid.addWidget(drawn, n, 0, Qt.AlignmentFlag.AlignTop)
                    grid.addLayout(text, n, 1)
                    widgets.append(drawn)
                else:
                    grid.addLayout(text, n, 0, 1, 2)
                self._rows.append((chapter.title, f"{one.title} {one.words}".lower(), widgets))
                n += 1
        grid.setRowStretch(n, 1)
        area = QScrollArea()
        area.setWidgetResizable(True)
        area.setHorizontalScrollBarPolicy(Qt.ScrollBarPolicy.ScrollBarAlwaysOff)
        area.setWidget(page)
        layout = QVBoxLayout(self)
        layout.addWidget(self.box)
        layout.addWidget(area, 1)

    def _search(self, text: str) -> None:
        wanted = text.lower().split()
        seen: set[str] = set()
        for chapter, words, widgets in self._rows:
            fits = all(w in words for w in wanted)
            seen |= {chapter} if fits else set()
            for one in widgets:
                one.setVisible(fits)
        for title, head in self._heads.items():
            head.setVisible(title in seen)
