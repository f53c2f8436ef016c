"""What is aboard, deck by deck, by the numbers of the drawings: found by typing, taken in hand by a click or Return."""

from typing import Any

from PyQt6.QtCore import QModelIndex, QPointF, QRectF, QSize, Qt
from PyQt6.QtGui import QKeyEvent, QPainter, QPen
from PyQt6.QtWidgets import (
    QHBoxLayout,
    QListWidgetItem,
    QStyle,
    QStyledItemDelegate,
    QStyleOptionViewItem,
    QWidget,
)

from ....core.judge.marks import WORDS as MARKED
from ....core.judge.marks import Mark
from ....core.report.aboard import Row, aboard, found, marks_of
from ....core.solve import Solved
from ....core.space.levels import by_itself, carried
from ....paint import fonts
from ....paint.painter import write
from ...bench.brush import mark
from ...frame.calm import Calm
from ...frame.desk import Desk
from ...widgets.fields import column, heading
from ...widgets.mannered import Entry
from ...widgets.rows import PaintedRows
from ...widgets.text import Words, tip

ROW = Qt.ItemDataRole.UserRole
NUMBER, NAME, MARK, SIDE = 15.0, 32.0, 24.0, 6.0  # where they stand in a row [px]
LINE, HEAD = 17, 26
WEIGHT = 62.0  # room for a weight at the right


class _Painted(QStyledItemDelegate):
    """A row: number, name, mark and weight; or the heading of a deck."""

    def __init__(self, panel: "AboardList") -> None:
        super().__init__(panel)
        self._panel = panel

    def sizeHint(self, option: QStyleOptionViewItem, index: QModelIndex) -> QSize:
        if index.data(ROW) is None:
            return QSize(10, HEAD)
        return QSize(10, LINE * len(self._lines(index.data(ROW)[0], self._panel.list.room())) + 5)

    def _lines(self, row: Row, wide: float) -> tuple[str, ...]:
        return fonts.wrap(row.item.name, wide - NAME - MARK - WEIGHT, "text", 400, False) or (row.item.name,)

    def paint(self, painter: QPainter | None, option: QStyleOptionViewItem, index: QModelIndex) -> None:
        assert painter is not None
        theme, box = self._panel.desk.theme, QRectF(option.rect)
        data = index.data(ROW)
        if data is None:
            write(
                painter, box.left() + SIDE, box.bottom() - 6, str(index.data()).upper(), theme.color("soft"), "small", 600, True
            )
            return
        row, sign, mass = data
        painter.save()
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        if option.state & QStyle.StateFlag.State_Selected:
            painter.fillRect(box, theme.color("hand_fill"))
        at = QPointF(box.left() + NUMBER, box.top() + 12)
        painter.setPen(QPen(theme.color("ink"), 1.0))
        painter.setBrush(theme.color("sheet"))
        painter.drawEllipse(at, 9.0, 9.0)
        write(painter, at.x(), at.y() + 4.5, str(row.number), theme.color("ink"), "small", 600, True, "middle")
        for n, words in enumerate(self._lines(row, box.width())):
            write(painter, box.left() + NAME, box.top() + 16 + LINE * n, words, theme.color("ink"), "text", 400)
        write(painter, box.right() - SIDE, box.top() + 16, mass, theme.color("soft"), "small", 500, True, "end")
        if sign is not None:
            mark(painter, sign, QPointF(box.right() - WEIGHT - MARK / 2 + 4, box.top() + 12), 12, theme)
        painter.restore()


class _Find(Entry):
    """Arrows go into the list below."""

    def __init__(self, panel: "AboardList") -> None:
        super().__init__()
        self._panel = panel

    def keyPressEvent(self, event: QKeyEvent | None) -> None:
        assert event is not None
        if event.key() in (Qt.Key.Key_Down, Qt.Key.Key_Up):
            self._panel.step(1 if event.key() == Qt.Key.Key_Down else -1)
        else:
            super().keyPressEvent(event)


class AboardList(QWidget):
    """The list of what is numbered on the drawings."""

    def __init__(self, desk: Desk) -> None:
        super().__init__()
        self.desk = desk
        self._made: tuple[Any, ...] = ()
        self.count = Words()
        self.count.setObjectName("quiet")
        top = QHBoxLayout()
        top.addWidget(heading("Aboard"), 1)
        top.addWidget(self.count)
        self.box = _Find(self)
        self.box.setPlaceholderText("Find: pump, 3, SH …")
        self.box.setAccessibleName("Find what is aboard")
        self.list = PaintedRows(self.take)
        self.list.setAccessibleName("What is aboard")
        self.list.setItemDelegate(_Painted(self))
        self.list.take_what_is_left(200)
        self.box.textChanged.connect(self.refresh)
        self.box.returnPressed.connect(self.take)
        self.list.itemClicked.connect(lambda _: self.take())
        layout = column(self.box, self.list)
        layout.insertLayout(0, top)
        layout.setStretch(2, 1)
        self.setLayout(layout)
        Calm(self, desk, self.refresh)
        desk.looks_changed.connect(self.refresh)

    def showEvent(self, event: Any) -> None:
        super().showEvent(event)
        self.refresh()

    def refresh(self) -> None:
        """List what fits the words typed; nothing is done while it is out of sight or nothing has changed."""
        solved = self.desk.solved
        if not self.isVisible() or solved is None:
            return
        every = aboard(solved.rig, self.desk.kept)
        units, marks = self.desk.units, marks_of(solved.checks)
        made = (every, self.box.text(), units, tuple(sorted(marks.items())), self.desk.theme)
        if made == self._made:
            return
        self._made = made
        kept = self._row()
        self.list.clear()
        count = sum(len(group.rows) for group in every)
        self.count.setText("1 thing" if count == 1 else f"{count} things")
        listed = found(every, self.box.text())
        for group in listed:
            head = QListWidgetItem(group.words)
            head.setFlags(Qt.ItemFlag.NoItemFlags)
            self.list.addItem(head)
            for row in group.rows:
                self._add(
                    row, marks.get(row.item.id), "built in" if row.item.built_in else units.show(row.item.mass.value, "mass")
                )
        if not listed:
            nothing = QListWidgetItem("Nothing aboard by that name or number.")
            nothing.setFlags(Qt.ItemFlag.NoItemFlags)
            self.list.addItem(nothing)
        rows = [n for n in range(self.list.count()) if self.list.item(n).data(ROW) is not None]  # type: ignore[union-attr]
        same = [n for n in rows if kept is not None and self.list.item(n).data(ROW)[0].item.id == kept.item.id]  # type: ignore[union-attr]
        self.list.setCurrentRow((same or rows or [-1])[0])

    def _add(self, row: Row, sign: Mark | None, mass: str) -> None:
        said = f", {MARKED[sign]}" if sign is not None else ""
        weight = mass if row.item.built_in else f"{mass} empty"
        one = QListWidgetItem(f"{row.number}  {row.item.name}, {weight}{said}")
        one.setData(ROW, (row, sign, mass))
        tip(one, f"{row.item.name}: {weight}, {row.item.mass.source}{said}. Click or Return takes it in hand.")
        self.list.addItem(one)

    def _row(self) -> Row | None:
        current = self.list.currentItem()
        data = current.data(ROW) if current is not None else None
        return data[0] if data is not None else None

    def step(self, by: int) -> None:
        """To the next thing listed, or the one before."""
        rows = [n for n in range(self.list.count()) if self.list.item(n).data(ROW) is not None]  # type: ignore[union-attr]
        if rows:
            now = rows.index(self.list.currentRow()) if self.list.currentRow() in rows else -by
            self.list.setCurrentRow(rows[min(max(now + by, 0), len(rows) - 1)])

    def take(self) -> None:
        """Take the chosen thing in hand, on the carrier it stands on."""
        row, solved = self._row(), self.desk.solved
        if row is None or solved is None:
            return
        on = solved.frames.carrier_of[row.item.id]
        if self.desk.carrier is not None and self.desk.carrier.id != on:
            self.desk.show_carrier(on)
        self.box.clear()
        self.desk.take(row.item.id)
        self._closely(solved, row.item.id)

    def _closely(self, solved: Solved, item_id: str) -> None:
        """What stands on a skid or hangs on a wall fills the drawings at once; nothing is under the mouse there that could move."""
        carrier = self.desk.carrier
        if carrier is None:
            return
        deck = by_itself(solved.rig, solved.frames, carrier, item_id)
        seen = not self.desk.close_up.closely or item_id in carried(solved.rig, self.desk.close_up.deck)
        if deck and deck != self.desk.close_up.deck:
            self.desk.close_up.look_at(deck)
        elif not seen:
            self.desk.close_up.look_at("")
