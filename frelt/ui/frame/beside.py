"""A rig beside its what-if: drawings over drawings, check beside check."""

from collections.abc import Mapping

from PyQt6.QtCore import QRectF
from PyQt6.QtGui import QPaintEvent, QResizeEvent, QShowEvent
from PyQt6.QtWidgets import QDialog, QHBoxLayout, QHeaderView, QTableWidgetItem, QVBoxLayout, QWidget

from ...core.judge.check import Check
from ...core.judge.marks import WORDS, mark_of, worst_mark
from ...core.judge.words import subject
from ...core.model.rig import Rig
from ...core.report.compare import Pair, compared, differences
from ...core.report.verdict import drawn, spoken_state, verdict
from ...core.solve import Solved, solve
from ...drawing.views import Scene, View, scenes
from ...paint.painter import paint, paint_partner, transform, write
from ..bench.brush import caption, mark
from ..widgets.fields import prose
from ..widgets.mannered import Options
from .desk import Desk
from .painting import painter_on
from .panels import plain_table


class Half(QWidget):
    """One of the two rigs: plan over side, at the scale both share."""

    def __init__(self, desk: Desk) -> None:
        super().__init__()
        self.desk = desk
        self.solved: Solved | None = None
        self.scale_for = 1.0
        self.setMinimumSize(420, 250)

    def scene(self) -> dict[View, Scene]:
        """The drawings at the worst fills."""
        if self.solved is None:
            return {}
        said = drawn(self.solved)
        state = spoken_state(self.solved)
        return scenes(self.solved.rig, self.solved.frames, state, said.fills if said is not None else {}, whole=True)

    def wanted_scale(self) -> float:
        """The largest scale at which this half fits [px/m]."""
        made = self.scene()
        if not made:
            return 1e9
        x0, y0, x1, y1 = made["plan"].extent
        top = made["side"].extent[3]
        return min((self.width() - 24) / (x1 - x0), (self.height() - 62) / ((y1 - y0) + top + 0.3))

    def paintEvent(self, event: QPaintEvent | None) -> None:
        theme = self.desk.theme
        with painter_on(self) as p:
            p.fillRect(self.rect(), theme.color("sheet"))
            made = self.scene()
            if self.solved is not None and made:
                mark(p, worst_mark(self.solved.checks), QRectF(10, 6, 18, 18).center(), 16, theme)
                caption(p, 36, 20, self.solved.rig.name, theme)
                x0, _y0, x1, y1 = made["plan"].extent
                k = self.scale_for
                x = self.width() / 2 - (x0 + x1) / 2 * k
                for view, base in (("plan", 34 + y1 * k), ("side", self.height() - 14.0)):
                    scene = made[view]  # type: ignore[index]
                    at = transform(k, x, base)
                    paint_partner(p, scene, at, theme, self.solved.frames.kept)
                    for groups in (scene.behind, scene.items, scene.before):
                        paint(p, groups, at, theme, self.solved.frames.kept)
            else:
                write(p, 14, 40, "No carrier to draw.", theme.color("soft"))


class Beside(QDialog):
    """Two rigs of the document compared. others: rigs that are in no document here, by what they are called."""

    def __init__(self, desk: Desk, parent: QWidget | None = None, others: Mapping[str, Rig] | None = None) -> None:
        super().__init__(parent)
        self.desk = desk
        self.others = dict(others or {})
        self.setWindowTitle("Beside its what-if")
        self.resize(1180, 740)
        self.choices, self.halves = (Options(), Options()), (Half(desk), Half(desk))
        for n, box in enumerate(self.choices):
            box.setAccessibleName(("First rig", "Second rig")[n])
            box.activated.connect(self.refresh)
        heads, drawings = QHBoxLayout(), QHBoxLayout()
        for box, half in zip(self.choices, self.halves, strict=True):
            heads.addWidget(box, 1)
            drawings.addWidget(half, 1)
        self.verdicts = prose("")
        self.table = plain_table("Two rigs check by check", ["Check", "First", "Is", "Second", "Is", "Room gained"])
        layout = QVBoxLayout(self)
        layout.addLayout(heads)
        layout.addLayout(drawings, 3)
        layout.addWidget(self.verdicts)
        layout.addWidget(self.table, 4)
        desk.changed.connect(self.refresh)
        desk.looks_changed.connect(self.refresh)
        self._fill()
        self.refresh()

    def _fill(self) -> None:
        """The rigs of the document: the one on the bench, beside its parent, its what-if, or the next."""
        rigs, here = self.desk.session.document.rigs, self.desk.rig
        for box in self.choices:
            box.clear()
            for rig in rigs:
                box.addItem(rig.name, rig.id)
            for called in self.others:
                box.addItem(called, called)
        if here is None:
            return
        if self.others:
            self.choices[0].setCurrentIndex(len(rigs))
            two = len(self.others) > 1
            self.choices[1].setCurrentIndex(len(rigs) + 1 if two else self.choices[1].findData(here.id))
            return
        other = next(
            (r for r in rigs if r.id == here.parent or r.parent == here.id), next((r for r in rigs if r.id != here.id), here)
        )
        first, second = (other, here) if here.parent == other.id else (here, other)
        for box, rig in zip(self.choices, (first, second), strict=True):
            box.setCurrentIndex(box.findData(rig.id))

    def rigs(self) -> tuple[Rig, Rig] | None:
        """The two rigs chosen."""
        listed = {**{r.id: r for r in self.desk.session.document.rigs}, **self.others}
        chosen = [listed.get(box.currentData()) for box in self.choices]
        if chosen[0] is None or chosen[1] is None:
            return None
        return chosen[0], chosen[1]

    def refresh(self) -> None:
        """Show both as they stand."""
        both = self.rigs()
        if both is None:
            return
        first, second = (solve(one, self.desk.kept) for one in both)
        for half, solved in zip(self.halves, (first, second), strict=True):
            half.solved = solved
        self._share_scale()
        words = differences(first, second)
        said = (
            f"{both[1].name} against {both[0].name}: {', '.join(words)}."
            if words
            else "Nothing differs in what they are made of."
        )
        self.verdicts.setText(f"{said}\nFirst: {verdict(first, self.desk.units)}\nSecond: {verdict(second, self.desk.units)}")
        pairs = compared(first, second)
        self.table.setRowCount(len(pairs))
        for row, pair in enumerate(pairs):
            for column, text in enumerate(self._cells(pair)):
                self.table.setItem(row, column, QTableWidgetItem(text))
        top = self.table.horizontalHeader()
        assert top is not None
        top.setSectionResizeMode(0, QHeaderView.ResizeMode.Stretch)
        for n, width in enumerate((130, 80, 130, 80, 130), 1):
            top.resizeSection(n, width)
        self.table.resizeRowsToContents()

    def _cells(self, pair: Pair) -> tuple[str, ...]:
        units = self.desk.units

        def load(c: Check | None) -> tuple[str, str]:
            if c is None:
                return "–", "–"
            return ("–" if c.load is None else units.show(c.load, c.quantity)), WORDS[mark_of(c)]

        known = pair.first or pair.second
        change = pair.change
        gained = "–" if change is None or known is None else units.show(change, known.quantity)
        sign = "+" if change is not None and change > 1e-9 else ""
        return (
            pair.subject if known is None else subject(known, units),
            *load(pair.first),
            *load(pair.second),
            (f"{sign}{gained}" if change and abs(change) > 1e-9 else "same" if change is not None else gained),
        )

    def _share_scale(self) -> None:
        scale = min(half.wanted_scale() for half in self.halves)
        for half in self.halves:
            half.scale_for = scale
            half.update()

    def resizeEvent(self, event: QResizeEvent | None) -> None:
        super().resizeEvent(event)
        self._share_scale()

    def showEvent(self, event: QShowEvent | None) -> None:
        super().showEvent(event)
        self._share_scale()
