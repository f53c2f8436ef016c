"""Who gets what: every gun and pump as the handles stand, what is not right, and the inlets at the lowest fill."""

from PyQt6.QtCore import QTimer
from PyQt6.QtWidgets import QVBoxLayout, QWidget

from ....core.model.rig import Rig
from ....core.network.reading import FLOWS, AtGun, AtPump
from ....core.report.lines import product_at, strength_at, suction
from ....core.report.named import names_of
from ...frame.desk import Desk
from ...widgets.facts import Facts
from ...widgets.fields import heading, prose
from ...widgets.findings import finding_line
from ...widgets.let_go import emptied
from .line_plan import LinePlan
from .now import LinesNow

MOST = 8  # findings that are shown; the others are counted


class FlowPart(QWidget):
    """The figures, worked out anew at every turn of a handle."""

    def __init__(self, desk: Desk, now: LinesNow, plan: LinePlan) -> None:
        super().__init__()
        self.desk, self.now, self.plan = desk, now, plan
        self.guns, self.pumps, self.inlets = Facts(desk), Facts(desk), Facts(desk)
        self.none = prose(
            "No line is drawn yet. In the plan below take a thing in hand: its open ports are rings; drag from one to another, and "
            "what fits lights up. Then press a line and part it with a valve or a strainer under “In hand”."
        )
        self._inlets_of: Rig | None = None
        self._wait = QTimer(self)
        self._wait.setSingleShot(True)
        self._wait.setInterval(300)
        self._wait.timeout.connect(self._show_inlets)
        self.wrong = QVBoxLayout()
        self.wrong.setSpacing(4)
        self.held_title, self.wrong_title, self.inlet_title = (
            heading("Who gets what"),
            heading("To look at"),
            heading("Inlets when low"),
        )
        self.note = prose(
            "Smooth hose of its true bore, losses of fittings from tables: ± 15 %. A gauge and a bucket tell better."
        )
        layout = QVBoxLayout(self)
        layout.setContentsMargins(0, 0, 0, 0)
        layout.setSpacing(8)
        layout.addWidget(self.none)
        for widget in (self.held_title, self.guns, self.pumps, self.wrong_title):
            layout.addWidget(widget)
        layout.addLayout(self.wrong)
        for widget in (self.inlet_title, self.inlets, self.note):
            layout.addWidget(widget)
        layout.addStretch(1)

    def refresh(self) -> None:
        """Work it out for the rig on the bench."""
        solved, rig = self.now.solved(), self.now.rig
        there = solved is not None and rig is not None
        self.none.setVisible(not there)
        for widget in (self.held_title, self.guns, self.pumps, self.wrong_title, self.note):
            widget.setVisible(there)
        emptied(self.wrong)
        if solved is None or rig is None:
            self.inlets.hide()
            self.inlet_title.hide()
            return
        names, reading = names_of(rig), solved.reading
        self.guns.show_facts([row for g in reading.guns for row in self._gun(g, names)])
        self.pumps.show_facts([row for p in reading.pumps if p.runs for row in self._pump(p, names)])
        found = self.now.found()
        self.wrong_title.setVisible(bool(found))
        for one in found[:MOST]:
            self.wrong.addWidget(finding_line(one, self.now.take))
        if len(found) > MOST:
            self.wrong.addWidget(prose(f"and {len(found) - MOST} more, in frelt lines"))
        self.inlets.setVisible(self._inlets_of is rig)
        self.inlet_title.setVisible(self._inlets_of is rig and bool(self.inlets.lines))
        if self._inlets_of is not rig:
            self._wait.start()

    def _show_inlets(self) -> None:
        """The inlets at the lowest fill, a moment after the last change: the least bore takes several solutions."""
        base, rig = self.desk.solved, self.now.rig
        if base is None or rig is None or self.desk.dragging or not self.isVisible():
            return
        names, units = names_of(rig), self.desk.units
        rows = []
        for s in suction(rig, base.frames):
            bore = "none of the usual bores holds it" if s.bore is None else f"{units.show(s.bore, 'length')} holds it"
            rows.append((f"{names[s.item]} keeps; {bore}", units.show(s.margin, "pressure")))
        self._inlets_of = rig
        self.inlets.show_facts(rows)
        self.inlets.setVisible(True)
        self.inlet_title.setVisible(bool(rows))

    def _gun(self, g: AtGun, names: dict[str, str]) -> list[tuple[str, str]]:
        units, rig = self.desk.units, self.now.rig
        assert rig is not None
        fitting = rig.plumbing.fitting(g.gun)
        name = names[g.gun]
        if fitting is not None and fitting.stands < 0.02:
            return [(f"{name}, let go", "")]
        if not g.known:
            solved = self.now.solved()
            return [(name, "unknown: air is drawn" if solved is not None and solved.reading.air else "unknown")]
        if g.flow <= FLOWS or g.drips:
            return [(name, "nothing comes" if g.flow <= FLOWS else "it only drips")]
        rows = [(name, f"{units.show(g.flow, 'flow')} at {units.show(g.at_tip, 'pressure')}")]
        if g.celsius > 30:
            rows.append(("as warm as", units.show(g.celsius, "temperature")))
        for what, share in product_at(rig, g).items():
            rows.append((f"of it from {what}", units.show(share, "share")))
        strength = strength_at(rig, g)
        if strength > 1e-4:
            rows.append(("SH in it", units.show(strength, "share")))
        return rows

    def _pump(self, p: AtPump, names: dict[str, str]) -> list[tuple[str, str]]:
        units = self.desk.units
        if not p.known:
            return [(names[p.item], "unknown: air is drawn")]
        if p.idle:
            return [(f"{names[p.item]} goes round at", units.show(p.outlet, "pressure"))]
        rows = [(names[p.item], f"{units.show(p.flow, 'flow')} at {units.show(p.outlet, 'pressure')}")]
        if p.back > FLOWS:
            rows.append(("back through its unloader", units.show(p.back, "flow")))
        return rows
