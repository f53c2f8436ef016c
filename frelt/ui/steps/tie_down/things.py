"""Everything on the rig and how it is held: what is not right first, then thing by thing."""

from PyQt6.QtCore import QModelIndex, QPointF, QRectF, QSize, Qt, pyqtSignal
from PyQt6.QtGui import QPainter
from PyQt6.QtWidgets import (
    QListWidgetItem,
    QPushButton,
    QStyle,
    QStyledItemDelegate,
    QStyleOptionViewItem,
    QVBoxLayout,
    QWidget,
)

from ....core.geometry.frames import Frames
from ....core.judge.marks import WORDS, Mark
from ....core.report.held import times
from ....core.tie_down.held import Held
from ....core.tie_down.hold_all import AllHeld, hold_all
from ....paint import fonts
from ....paint.painter import write
from ...bench.brush import mark
from ...frame.desk import Desk
from ...frame.jobs import Running
from ...widgets.fields import heading, prose
from ...widgets.findings import finding_line
from ...widgets.let_go import emptied
from ...widgets.rows import PaintedRows
from .now import HoldNow

ROW = Qt.ItemDataRole.UserRole
NAME, SIDE, LINE, HOW = 26.0, 6.0, 17, 92.0  # px
MOST = 3  # findings that are shown; the others are in the list below
ALL = "hold all"


def mark_of_held(one: Held) -> Mark:
    """The mark of a thing."""
    return "unknown" if one.status == "unknown" else one.status


def how(one: Held) -> str:
    """By what it is held, in a word or two."""
    if one.how == "strapped":
        n, m = len(one.body.pulls), len(one.body.bears)
        straps = f"{n} strap{'s' if n != 1 else ''}" if n else ""
        return ", ".join(w for w in (straps, f"{m} block{'s' if m != 1 else ''}" if m else "") if w)
    if one.how == "bolted":
        return "bolts"
    if one.how == "said":
        return one.item.held
    return "light" if one.how == "by hand" else "not said"


class _Painted(QStyledItemDelegate):
    """A row: mark, name, and by what it is held."""

    def __init__(self, panel: "HoldThings") -> None:
        super().__init__(panel)
        self._panel = panel

    def _lines(self, name: str, wide: float) -> tuple[str, ...]:
        return fonts.wrap(name, wide - NAME - HOW, "text", 400, False) or (name,)

    def sizeHint(self, option: QStyleOptionViewItem, index: QModelIndex) -> QSize:
        one: Held = index.data(ROW)
        return QSize(10, LINE * len(self._lines(one.item.name, self._panel.list.room())) + 7)

    def paint(self, painter: QPainter | None, option: QStyleOptionViewItem, index: QModelIndex) -> None:
        assert painter is not None
        theme, box, one = self._panel.desk.theme, QRectF(option.rect), index.data(ROW)
        painter.save()
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        if option.state & QStyle.StateFlag.State_Selected:
            painter.fillRect(box, theme.color("hand_fill"))
        mark(painter, mark_of_held(one), QPointF(box.left() + 12, box.top() + 13), 12, theme)
        for n, words in enumerate(self._lines(one.item.name, box.width())):
            write(painter, box.left() + NAME, box.top() + 17 + LINE * n, words, theme.color("ink"), "text", 400)
        write(painter, box.right() - SIDE, box.top() + 17, how(one), theme.color("soft"), "small", 500, True, "end")
        painter.restore()


class HoldThings(QWidget):
    """The list, and a button that holds all that nothing is said of."""

    print_asked = pyqtSignal()

    def __init__(self, desk: Desk, now: HoldNow) -> None:
        super().__init__()
        self.desk, self.now = desk, now
        self._shown: tuple[Held, ...] | None = None
        self.summary = prose("")
        self.wrong = QVBoxLayout()
        self.wrong.setSpacing(4)
        self.list = PaintedRows(self.take)
        self.list.setItemDelegate(_Painted(self))
        self.list.setAccessibleName("Everything and how it is held")
        self.list.take_what_is_left(150)
        self.list.itemClicked.connect(lambda _: self.take())
        self.all = QPushButton("Hold all that nothing is said of")
        self.all.clicked.connect(self._hold_all)
        self.print = QPushButton("Write the tie-down sheet (PDF) …")
        self.print.clicked.connect(self.print_asked)
        self.left = prose("")
        self.note = prose("Working load limits; makers' ratings and the rules of your road come first.")
        box = QVBoxLayout(self)
        box.setContentsMargins(0, 0, 0, 0)
        box.setSpacing(8)
        box.addWidget(heading("How things are held"))
        box.addWidget(self.summary)
        box.addLayout(self.wrong)
        box.addWidget(self.list, 1)
        box.addWidget(self.all)
        box.addWidget(self.print)
        box.addWidget(self.left)
        box.addWidget(self.note)
        box.addStretch(0)

    def refresh(self) -> None:
        """Show what was worked out last."""
        found = self.now.found
        for widget in (self.list, self.all, self.print):
            widget.setVisible(bool(found))
        self.all.setEnabled(any(h.how == "nothing" for h in found) and not self.desk.jobs.busy(ALL))
        if found is self._shown:
            return
        self._shown = found
        emptied(self.wrong)
        for said in self.now.findings[:MOST]:
            self.wrong.addWidget(finding_line(said, self.now.take))
        counts = {s: sum(h.status == s for h in found) for s in ("over", "tight", "unknown", "ok")}
        words = {"over": "come loose or break", "tight": "close", "unknown": "unknown", "ok": "hold"}
        parts = [f"{n} {words[s]}" for s, n in counts.items() if n]
        self.summary.setText(", ".join(parts) + "." if parts else "Nothing is aboard yet.")
        kept = self.list.currentRow()
        self.list.clear()
        order = {"over": 0, "tight": 1, "unknown": 2, "ok": 3}
        for one in sorted(found, key=lambda h: order[h.status]):
            row = QListWidgetItem(one.item.name)
            row.setData(ROW, one)
            worst = one.worst
            far = f", holds to {times(worst.holds_to)} {worst.way.words}" if worst is not None and worst.share > 0 else ""
            row.setData(Qt.ItemDataRole.AccessibleTextRole, f"{one.item.name}: {WORDS[mark_of_held(one)]}, {how(one)}{far}")
            self.list.addItem(row)
        self.list.setCurrentRow(min(max(kept, 0), self.list.count() - 1))
        self.list.fit()

    def take(self) -> None:
        """Take the chosen thing in hand."""
        row = self.list.currentItem()
        if row is not None:
            self.now.take(row.data(ROW).item.id)

    def _hold_all(self) -> None:
        rig = self.desk.session.rig
        if rig is None:
            return

        def work(running: Running) -> AllHeld:
            return hold_all(rig, Frames(rig), running.still, running.share)

        def done(found: AllHeld) -> None:
            if self.desk.session.rig is not rig:
                self.desk.refused.emit("The rig was changed meanwhile; press it again.")
                return
            made = found.rig
            if made is not rig:
                self.desk.edit(lambda _: made, f"held by {found.straps} straps and {found.bolts} bolts")
            self.left.setText(
                f"Left: {'; '.join(found.left[:2])}{f'; and {len(found.left) - 2} more' if len(found.left) > 2 else ''}."
                if found.left
                else ""
            )

        self.all.setEnabled(False)
        self.desk.jobs.start(ALL, work, done)
