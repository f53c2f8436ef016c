"""How valves and triggers stand while an act lasts, set one by one; all others stay as the line plan shows them."""

from collections.abc import Callable
from functools import partial

from PyQt6.QtCore import QSignalBlocker
from PyQt6.QtWidgets import QComboBox, QHBoxLayout, QPushButton, QVBoxLayout, QWidget

from ....core.day.piped import settable
from ....core.fitting.kind import Hand
from ....core.fitting.registry import named, type_of
from ....core.model.day import Act
from ....core.model.plumbing import Fitting
from ....core.model.rig import Rig
from ...widgets.let_go import emptied
from ...widgets.mannered import Options

Put = Callable[[dict[str, float]], None]


def ways_to_stand(fitting: Fitting) -> tuple[tuple[str, float], ...]:
    """Positions that are offered for a handle, in words, with the share that each is."""
    return (type_of(fitting).hand or Hand()).positions


def as_called(fitting: Fitting) -> str:
    """A handle by its tag and what it is."""
    return f"{fitting.name or fitting.id}, {fitting.kind}" if fitting.name != fitting.kind else fitting.kind


class ActSets(QWidget):
    """A row for each handle that the act sets, and one to set another. put: takes what the act sets from now on."""

    def __init__(self, put: Put) -> None:
        super().__init__()
        self._put, self._sets = put, dict[str, float]()
        self._shown: object = None
        self.rows: dict[str, QComboBox] = {}
        self.more = Options()
        self.more.setAccessibleName("Set a valve or trigger in the act")
        self.more.setSizeAdjustPolicy(QComboBox.SizeAdjustPolicy.AdjustToMinimumContentsLengthWithIcon)
        self.more.activated.connect(self._add)
        self._box = QVBoxLayout(self)
        self._box.setContentsMargins(0, 0, 0, 0)
        self._box.setSpacing(4)
        self._box.addWidget(self.more)

    def show_act(self, act: Act, rig: Rig) -> None:
        """Show what an act sets; rows are made again only where they are others."""
        handles = {f.id: f for f in settable(rig)}
        self.setVisible(bool(handles))
        key = (dict(act.sets), tuple((f.id, f.kind, f.name) for f in handles.values()))
        if key == self._shown:
            return
        self._shown, self._sets = key, dict(act.sets)
        emptied(self._box, but=(self.more,))
        self.rows = {}
        for handle, stand in act.sets.items():
            if (fitting := handles.get(handle)) is not None:
                self._box.addWidget(self._row(fitting, stand))
        self._box.addWidget(self.more)
        with QSignalBlocker(self.more):
            self.more.clear()
            self.more.addItem("Set a valve or trigger …", "")
            for handle, fitting in handles.items():
                if handle not in act.sets:
                    self.more.addItem(as_called(fitting), (handle, fitting.stands, fitting.kind))
        self.more.setEnabled(self.more.count() > 1)

    def _row(self, fitting: Fitting, stand: float) -> QWidget:
        row, how, out = QWidget(), Options(), QPushButton("As drawn")
        how.setAccessibleName(f"How {fitting.name or fitting.id} stands in the act")
        for words, share in ways_to_stand(fitting):
            how.addItem(f"{as_called(fitting)}: {words}", share)
        at = how.findData(stand)
        if at < 0:
            how.addItem(f"{as_called(fitting)}: {stand * 100:.0f} %", stand)
            at = how.count() - 1
        how.setCurrentIndex(at)
        how.setSizeAdjustPolicy(QComboBox.SizeAdjustPolicy.AdjustToMinimumContentsLengthWithIcon)
        how.activated.connect(lambda _: self._put({**self._sets, fitting.id: how.currentData()}))
        out.setAccessibleName(f"Leave {fitting.name or fitting.id} as it is drawn")
        out.setToolTip("The act does not touch it: it stands as in the line plan")
        out.clicked.connect(partial(self._leave, fitting.id))
        box = QHBoxLayout(row)
        box.setContentsMargins(0, 0, 0, 0)
        box.addWidget(how, 1)
        box.addWidget(out)
        self.rows[fitting.id] = how
        return row

    def _leave(self, handle: str) -> None:
        self._put({h: s for h, s in self._sets.items() if h != handle})

    def _add(self) -> None:
        data = self.more.currentData()
        if not data:
            return
        handle, stands, kind = data
        other = 1.0 if named(kind).end == "gun" or stands < 0.5 else 0.0
        self._put({**self._sets, handle: other})
