"""The full table of checks, where a finding is accepted, with a reason, or opened again."""

from datetime import date

from PyQt6.QtCore import QSignalBlocker, Qt
from PyQt6.QtGui import QKeySequence, QShortcut, QShowEvent
from PyQt6.QtWidgets import (
    QAbstractItemView,
    QDialog,
    QHBoxLayout,
    QHeaderView,
    QPushButton,
    QTableWidgetItem,
    QVBoxLayout,
    QWidget,
)

from ...core.fixes.fix import Fix, fixes
from ...core.judge.accepted import may_be
from ...core.judge.check import KINDS, Check
from ...core.judge.marks import WORDS, is_open, mark_of
from ...core.judge.words import sentence
from ...core.planning.accepting import accept, not_accepted
from ...core.solve import Solved, solve
from ..widgets.fields import prose
from ..widgets.let_go import emptied
from ..widgets.mannered import Entry
from ..widgets.text import Words, literal, tip
from .desk import Desk
from .jobs import Running
from .panels import plain_table

ASK = "Seen, and right for this rig, because"
JOB = "fixes of the chosen finding"
MOST_FIXES = 3
NEST = "they nest, seen"  # what is offered for things that take the same room; everything else wants words of its own


class ChecksTable(QDialog):
    """Every check, worst first, with its load, limit, margin and spread, and where each limit comes from."""

    def __init__(self, desk: Desk, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self.desk = desk
        self.setWindowTitle("Every check")
        self.resize(1080, 620)
        self.table = plain_table(
            "Every check", ["Is", "Check", "Worst case", "Load", "Limit", "Margin", "±", "Source of the limit"]
        )
        self.table.setSelectionMode(QAbstractItemView.SelectionMode.SingleSelection)
        self.table.itemSelectionChanged.connect(self._offer)
        self.table.itemSelectionChanged.connect(self._look)
        self.shown: tuple[Check, ...] = ()
        self.ask = Words(ASK)
        self.because = Entry()
        self.because.setMaxLength(200)
        self.because.setAccessibleName("Why it is accepted")
        self.because.returnPressed.connect(self.accept_it)
        self.take = QPushButton("Accept")
        tip(self.take, "Return in the field. It is kept in the document with date and value, and printed on the load sheet.")
        self.take.setAutoDefault(False)
        self.take.clicked.connect(self.accept_it)
        self.reopen = QPushButton("Open again")
        tip(self.reopen, "Delete in the table")
        self.reopen.setAutoDefault(False)
        self.reopen.clicked.connect(self.open_again)
        QShortcut(QKeySequence("Delete"), self.table, self.open_again, context=Qt.ShortcutContext.WidgetShortcut)
        line = QHBoxLayout()
        line.addWidget(self.ask)
        line.addWidget(self.because, 1)
        line.addWidget(self.take)
        line.addWidget(self.reopen)
        self.cures = QHBoxLayout()
        box = QVBoxLayout(self)
        box.addWidget(self.table)
        box.addLayout(self.cures)
        box.addLayout(line)
        box.addWidget(
            prose(
                "± is what 19 in 20 cases stay within, from the tolerances of weights, densities and sizes. A margin below its ± counts as tight."
            )
        )
        desk.changed.connect(self._if_seen)
        desk.looks_changed.connect(self._if_seen)

    def _if_seen(self) -> None:
        if self.isVisible():
            self.refresh()

    def refresh(self) -> None:
        solved, units = self.desk.solved, self.desk.units
        chosen = self._chosen()
        checks = self.shown = solved.checks if solved is not None else ()
        self.table.setRowCount(len(checks))
        for row, c in enumerate(checks):
            kind = KINDS.get(c.kind)

            def show(value: float | None, q: str = c.quantity) -> str:
                return "–" if value is None else units.show(value, q)  # type: ignore[arg-type]

            geometry = c.quantity == "length"
            cells = [
                WORDS[mark_of(c)],
                kind.title if kind is not None else "State",
                sentence(c, units),
                show(c.load),
                "–" if geometry else show(c.limit),
                "–" if geometry else show(c.margin),
                "–" if c.load is None or geometry else show(c.spread),
                (kind.source if kind is not None else "") + ("; custom, not a plate" if c.by_rule else ""),
            ]
            for column_at, text in enumerate(cells):
                self.table.setItem(row, column_at, QTableWidgetItem(text))
            if c.load is not None and c.beyond and c.quantity == "mass":
                parts = f"counted {show(c.load)} ± {show(c.spread)}; nobody counted {show(c.beyond)} ± {show(c.beyond_pm)}"
                tip(self.table.item(row, 3), parts)  # type: ignore[arg-type]
        top = self.table.horizontalHeader()
        assert top is not None
        for at, width in enumerate((66, 110, 400, 86, 86, 86, 66, 170)):
            top.resizeSection(at, width)
        top.setSectionResizeMode(2, QHeaderView.ResizeMode.Stretch)
        self.table.resizeRowsToContents()
        self.choose(chosen.id if chosen is not None else "")

    def choose(self, check_id: str) -> None:
        """Take the row of a check, or none."""
        with QSignalBlocker(self.table):
            self.table.clearSelection()
        row = next((n for n, c in enumerate(self.shown) if c.id == check_id), -1)
        if row >= 0:
            self.table.selectRow(row)
            self.table.scrollToItem(self.table.item(row, 2))
        self._offer()

    def ask_why(self, check_id: str) -> None:
        """Take a check's row and ask for the reason."""
        self.choose(check_id)
        (self.because if self.because.isEnabled() else self.table).setFocus()

    def _chosen(self) -> Check | None:
        rows = {i.row() for i in self.table.selectedIndexes()}
        return self.shown[rows.pop()] if len(rows) == 1 else None

    def _offer(self) -> None:
        """Offer what can be done with the chosen row, and say why where nothing can."""
        check = self._chosen()
        quiet = check is not None and check.accepted is not None
        fit = check is not None and not quiet and may_be(check)
        self.because.setEnabled(fit)
        self.take.setEnabled(fit)
        self.reopen.setEnabled(quiet)
        if check is None:
            self.ask.setText("Choose a finding to accept it with a reason.")
        elif quiet:
            assert check.accepted is not None
            self.ask.setText(f"Accepted {check.accepted.on}: {check.accepted.because}".replace("  ", " "))
        elif fit:
            assert check is not None
            self.ask.setText(ASK)
            self.because.setPlaceholderText(NEST if check.kind == "overlap" else "why, in a few words")
        else:
            kind = KINDS.get(check.kind)
            within = mark_of(check) == "ok"
            barred = kind is not None and not kind.acceptable
            self.ask.setText(
                "This holds: there is nothing to accept."
                if within
                else "A plate, a support below zero and tipping are never accepted."
                if barred
                else "This is no finding that could be accepted."
            )

    def _look(self) -> None:
        """Look for fixes of the chosen finding, beside the window."""
        check, solved = self._chosen(), self.desk.session.solved
        self._offer_cures(())
        if check is None or solved is None or self.desk.dragging or not is_open(check) or check.status not in ("over", "tight"):
            return
        units, check_id = self.desk.units, check.id

        def look(running: Running) -> tuple[Fix, ...]:
            own = solve(solved.rig)
            same = own.check(check_id)
            return fixes(own, same, units, running.still) if same is not None else ()

        self.desk.jobs.start(JOB, look, lambda found: self._take_cures(solved, check_id, found))

    def _take_cures(self, solved: Solved, check_id: str, found: tuple[Fix, ...]) -> None:
        chosen = self._chosen()
        if solved is self.desk.session.solved and chosen is not None and chosen.id == check_id:
            self._offer_cures(found, "No single move cures this one.")

    def _offer_cures(self, found: tuple[Fix, ...], none: str = "") -> None:
        """A button for each fix, the first three; a word where there is none."""
        emptied(self.cures)
        for fix in found[:MOST_FIXES]:
            button = QPushButton(literal(fix.words))
            button.setObjectName("fix")
            button.setAutoDefault(False)
            tip(button, f"Proved by computing the rig again; leaves this check {fix.leaves}.")
            button.clicked.connect(lambda _, f=fix: self.desk.edit(lambda _: f.rig, f.words))
            self.cures.addWidget(button)
        if none and not found:
            self.cures.addWidget(Words(none))
        self.cures.addStretch(1)

    def accept_it(self) -> None:
        """Accept the chosen finding for the reason typed, or the one offered."""
        check, solved = self._chosen(), self.desk.solved
        if check is None or solved is None or not may_be(check):
            return
        because = self.because.text().strip() or (NEST if check.kind == "overlap" else "")
        if not because:
            self.ask.setText("Say why, in a few words:")
            self.because.setFocus()
            return
        today = date.today().isoformat()
        if self.desk.edit(lambda _: accept(solved, check, because, today), "accepted"):
            self.because.clear()
            self.table.setFocus()

    def open_again(self) -> None:
        """What was accepted is a finding again."""
        check = self._chosen()
        if check is not None and check.accepted is not None:
            self.desk.edit(lambda r: not_accepted(r, check.id), "open again")

    def showEvent(self, event: QShowEvent | None) -> None:
        super().showEvent(event)
        self.refresh()
