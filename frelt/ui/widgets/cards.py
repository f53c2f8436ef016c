"""Cards to choose from: each thing drawn by its own strokes, with words below it; all of a group to one scale, which is told.

Made for a list, so that arrows, Return, typing and whoever reads the screen aloud find what they find in any list.
"""

from collections.abc import Callable, Sequence

from msgspec import Struct
from PyQt6.QtCore import QByteArray, QMimeData, QModelIndex, QRectF, QSize, Qt, pyqtSignal
from PyQt6.QtGui import QDrag, QKeyEvent, QPainter, QPixmap, QResizeEvent
from PyQt6.QtWidgets import (
    QListView,
    QListWidget,
    QListWidgetItem,
    QSizePolicy,
    QStyle,
    QStyledItemDelegate,
    QStyleOptionViewItem,
)

from ...core.base.kept import Kept
from ...core.base.units import FOOT, Units
from ...drawing.card import Pictured
from ...paint import fonts
from ...paint.painter import paint, transform, write
from ...paint.theme import Theme
from .mannered import Entry

MARGIN, LINE, HEADING = 6, 15, 27
CARD = Qt.ItemDataRole.UserRole + 1
LEAST = 104  # px, width of a card
RULERS = ((FOOT, "1 ft"), (2 * FOOT, "2 ft"), (5 * FOOT, "5 ft"), (10 * FOOT, "10 ft"), (FOOT / 4, "3 in"))
METRIC_RULERS = ((0.5, "0.5 m"), (1.0, "1 m"), (2.0, "2 m"), (5.0, "5 m"), (0.1, "100 mm"))


class Card(Struct, frozen=True):
    """One card. key: what is chosen with it.  lines: below its name.  size: of what is drawn, wide and tall [m].

    draw: called when it is first seen.
    """

    key: str
    name: str
    lines: tuple[str, ...]
    size: tuple[float, float]
    draw: Callable[[Kept], Pictured]
    tip: str = ""


class Group(Struct, frozen=True):
    """Cards below a heading, all drawn to the scale at which the largest has room."""

    title: str
    cards: tuple[Card, ...]


class Cards(QListWidget):
    """Groups of cards. mime: the format under which a card's key is dragged; empty where none can be.

    columns: 1 for one below the other, else as many as there is room for.  picture: how tall one is [px].  go_on: Ctrl+Return.
    """

    go_on = pyqtSignal()

    def __init__(
        self, units: Callable[[], Units], theme: Callable[[], Theme], mime: str = "", columns: int = 2, picture: int = 76
    ) -> None:
        super().__init__()
        self.units, self.theme, self._mime, self._columns, self.tall = units, theme, mime, columns, picture
        self._pictures: dict[tuple[object, ...], QPixmap] = {}
        self._drawn: dict[str, Pictured] = {}
        self.setFlow(QListView.Flow.LeftToRight)
        self.setWrapping(True)
        self.setResizeMode(QListView.ResizeMode.Adjust)
        self.setVerticalScrollMode(QListWidget.ScrollMode.ScrollPerPixel)
        self.setHorizontalScrollBarPolicy(Qt.ScrollBarPolicy.ScrollBarAlwaysOff)
        self.setVerticalScrollBarPolicy(Qt.ScrollBarPolicy.ScrollBarAlwaysOn)
        self.setSizePolicy(QSizePolicy.Policy.Expanding, QSizePolicy.Policy.Ignored)
        self.setMinimumHeight(150)
        self.setDragEnabled(bool(mime))
        self.setItemDelegate(_Painted(self))
        self.setSpacing(0)
        bar = self.verticalScrollBar()
        assert bar is not None
        bar.setSingleStep(24)

    def show_groups(self, groups: Sequence[Group], told: str = "") -> None:
        """Show cards in place of those that were. told: a line above them all."""
        self.clear()
        if told:
            self._heading(told)
        for group in groups:
            if group.title:
                self._heading(group.title, group)
            for card in group.cards:
                row = QListWidgetItem(f"{card.name}, {', '.join(card.lines)}")
                row.setData(Qt.ItemDataRole.UserRole, card.key)
                row.setData(CARD, (card, group))
                if card.tip:
                    row.setToolTip(card.tip)
                self.addItem(row)
        self._size()

    def _heading(self, words: str, group: Group | None = None) -> None:
        row = QListWidgetItem(words)
        row.setFlags(Qt.ItemFlag.NoItemFlags)
        row.setData(CARD, (None, group))
        self.addItem(row)

    def choose(self, key: str) -> bool:
        """Make a card current; whether it is there."""
        for n in range(self.count()):
            if self.key_at(n) == key:
                self.setCurrentRow(n)
                return True
        return False

    def choose_first(self) -> None:
        """Make the first card current."""
        first = next((n for n in range(self.count()) if self.key_at(n)), -1)
        self.setCurrentRow(first)
        self.scrollToTop()

    def key_at(self, row: int) -> str:
        """The key of a row; empty for a heading."""
        item = self.item(row)
        return str(item.data(Qt.ItemDataRole.UserRole) or "") if item is not None else ""

    @property
    def key(self) -> str:
        """The key of the current card, or nothing."""
        return self.key_at(self.currentRow())

    def keyPressEvent(self, event: QKeyEvent | None) -> None:
        if _goes_on(event):
            self.go_on.emit()
        else:
            super().keyPressEvent(event)

    def startDrag(self, actions: Qt.DropAction) -> None:
        key = self.key
        if key and self._mime:
            data = QMimeData()
            data.setData(self._mime, QByteArray(key.encode()))
            drag = QDrag(self)
            drag.setMimeData(data)
            drag.exec(Qt.DropAction.CopyAction)

    def resizeEvent(self, event: QResizeEvent | None) -> None:
        super().resizeEvent(event)
        self._size()

    def _size(self) -> None:
        view = self.viewport()
        room = (view.width() if view is not None else self.width()) - 1
        columns = max(min(room // LEAST, 6), 1) if self._columns > 1 else 1
        wide = room // columns
        for n in range(self.count()):
            row = self.item(n)
            if row is None:
                continue
            card, group = row.data(CARD)
            if card is None:
                lines = len(fonts.wrap(row.text(), room - 2 * MARGIN, "small", 600)) if group is None else 1
                row.setSizeHint(QSize(room, HEADING + (lines - 1) * LINE))
            else:
                names = len(fonts.wrap(card.name, wide - 2 * MARGIN, "small", 600))
                below = sum(len(fonts.wrap(one, wide - 2 * MARGIN, "small", 400)) for one in card.lines)
                row.setSizeHint(QSize(wide, self.tall + (names + below) * LINE + 3 * MARGIN))

    # what is drawn

    def drawn(self, card: Card) -> Pictured:
        """What a card shows, made when it is first seen."""
        if card.key not in self._drawn:
            self._drawn[card.key] = card.draw(Kept())
        return self._drawn[card.key]

    def scale_of(self, group: Group, wide: float) -> float:
        """Pixels a meter for all cards of a group."""
        across, high = (max(0.05, *(card.size[n] for card in group.cards)) for n in (0, 1))
        return min((wide - 2 * MARGIN - 4) / across, (self.tall - 4) / high)

    def forget(self) -> None:
        """Draw everything anew: an entry is another now."""
        self._drawn.clear()
        self._pictures.clear()

    def pixmap(self, card: Card, scale: float, wide: float) -> QPixmap:
        """A card's picture, kept."""
        theme, ratio = self.theme(), self.devicePixelRatioF()
        key = (card.key, theme.name, round(scale, 3), int(wide), ratio)
        if key not in self._pictures:
            shown = self.drawn(card)
            made = QPixmap(round(wide * ratio), round(self.tall * ratio))
            made.setDevicePixelRatio(ratio)
            made.fill(Qt.GlobalColor.transparent)
            p = QPainter(made)
            p.setRenderHint(QPainter.RenderHint.Antialiasing)
            x0, y0, x1, _ = shown.extent
            paint(
                p,
                shown.groups,
                transform(scale, wide / 2 - scale * (x0 + x1) / 2, self.tall - 2 + scale * y0),
                theme,
                Kept(),
            )
            p.end()
            self._pictures[key] = made
        return self._pictures[key]


def _goes_on(event: QKeyEvent | None) -> bool:
    if event is None or event.key() not in (Qt.Key.Key_Return, Qt.Key.Key_Enter):
        return False
    return bool(event.modifiers() & Qt.KeyboardModifier.ControlModifier)


class CardSearch(Entry):
    """A search from which Down leads into the cards. go_on: Ctrl+Return."""

    go_on = pyqtSignal()

    def leads_to(self, cards: Cards) -> None:
        """Tell which."""
        self._cards = cards

    def keyPressEvent(self, event: QKeyEvent | None) -> None:
        if event is not None and event.key() == Qt.Key.Key_Down and self._cards.key:
            self._cards.setFocus()
        elif _goes_on(event):
            self.go_on.emit()
        else:
            super().keyPressEvent(event)


class _Painted(QStyledItemDelegate):
    """Paints a card, or the heading of a group with its ruler."""

    def __init__(self, cards: Cards) -> None:
        super().__init__(cards)
        self._cards = cards

    def sizeHint(self, option: QStyleOptionViewItem, index: QModelIndex) -> QSize:
        hint = index.data(Qt.ItemDataRole.SizeHintRole)
        return hint if isinstance(hint, QSize) else super().sizeHint(option, index)

    def paint(self, p: QPainter | None, option: QStyleOptionViewItem, index: QModelIndex) -> None:
        assert p is not None
        card, group = index.data(CARD)
        box, theme = QRectF(option.rect), self._cards.theme()
        p.save()
        p.setRenderHint(QPainter.RenderHint.Antialiasing)
        if card is None:
            self._head(p, box, str(index.data()), group)
        else:
            chosen = bool(option.state & QStyle.StateFlag.State_Selected)
            inner = box.adjusted(2, 2, -2, -2)
            if chosen:
                p.setPen(theme.pen("floor.edge"))
                p.setBrush(theme.color("hand_fill"))
                p.drawRoundedRect(inner.adjusted(1, 1, -1, -1), 4, 4)
            wide = box.width() - 2 * MARGIN
            scale = self._cards.scale_of(group, box.width())
            p.drawPixmap(box.topLeft().toPoint().x() + MARGIN, round(box.top()) + MARGIN, self._cards.pixmap(card, scale, wide))
            y = box.top() + MARGIN + self._cards.tall + 1
            p.setPen(theme.pen("seam"))
            p.drawLine(round(box.left() + MARGIN), round(y), round(box.right() - MARGIN), round(y))
            y += LINE - 1
            for line in fonts.wrap(card.name, wide, "small", 600):
                write(p, box.left() + MARGIN, y, line, theme.color("ink"), "small", 600, True)
                y += LINE
            for one in card.lines:
                for line in fonts.wrap(one, wide, "small", 400):
                    write(p, box.left() + MARGIN, y, line, theme.color("soft"), "small", 400, True)
                    y += LINE
        p.restore()

    def _head(self, p: QPainter, box: QRectF, words: str, group: Group | None) -> None:
        cards, theme = self._cards, self._cards.theme()
        left = box.left() + MARGIN
        if group is None:
            for n, line in enumerate(fonts.wrap(words, box.width() - 2 * MARGIN, "small", 600)):
                write(p, left, box.top() + 18 + LINE * n, line, theme.color("ink"), "small", 600, True)
            return
        write(p, left, box.bottom() - 8, words, theme.color("soft"), "small", 600, True)
        first = next(
            (n for n in range(cards.count()) if (d := cards.item(n)) is not None and d.data(CARD)[0] is group.cards[0]), -1
        )
        found = cards.item(first)
        scale = cards.scale_of(group, found.sizeHint().width() if found is not None else LEAST)
        rulers = RULERS if cards.units().name("distance") == "ft" else METRIC_RULERS
        longest = box.width() - 3 * MARGIN - fonts.measure(words) - 50
        fitting = [r for r in rulers if 14 <= r[0] * scale <= max(longest, 15)]
        if fitting:
            length, said = min(fitting, key=lambda r: abs(r[0] * scale - 40))
            right = box.right() - MARGIN - 2 - fonts.measure(said, "small", 400) - 6
            y = box.bottom() - 12
            p.setPen(theme.pen("detail"))
            p.drawLine(round(right - length * scale), round(y), round(right), round(y))
            for x in (right - length * scale, right):
                p.drawLine(round(x), round(y - 3), round(x), round(y + 3))
            write(p, right + 6, box.bottom() - 8, said, theme.color("soft"), "small", 400, True)
