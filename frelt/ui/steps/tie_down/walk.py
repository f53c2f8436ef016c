"""The walk before the road: ticked stop by stop, kept in the record, printed."""

from PyQt6.QtCore import QSignalBlocker, Qt, pyqtSignal
from PyQt6.QtWidgets import QListWidgetItem, QPushButton, QVBoxLayout, QWidget

from ....app.session import new_id, now
from ....core.geometry.frames import Frames
from ....core.model.document import Walk
from ....core.model.rig import Rig
from ....core.report.walk import Stop, walk
from ...frame.desk import Desk
from ...widgets.fields import heading, prose
from ...widgets.rows import Rows

KEY = Qt.ItemDataRole.UserRole


class WalkPart(QWidget):
    """The list of stops. looked: another stop is looked at, or ticked."""

    looked = pyqtSignal()
    print_asked = pyqtSignal()

    def __init__(self, desk: Desk) -> None:
        super().__init__()
        self.desk = desk
        self.stops: tuple[Stop, ...] = ()
        self.done: set[str] = set()
        self._of: tuple[Rig | None, object, object] = (None, None, None)
        self.count = prose("")
        self.list = Rows()
        self.list.setAccessibleName("The walk before the road")
        self.list.take_what_is_left(300)
        self.list.itemChanged.connect(self._ticked)
        self.list.currentRowChanged.connect(lambda _: self.looked.emit())
        self.keep = QPushButton("Keep this walk in the record")
        self.keep.clicked.connect(self._keep)
        self.print = QPushButton("Write the walk (PDF) …")
        self.print.clicked.connect(self.print_asked)
        self.last = prose("")
        box = QVBoxLayout(self)
        box.setContentsMargins(0, 0, 0, 0)
        box.setSpacing(8)
        box.addWidget(heading("Before the road, around the rig"))
        box.addWidget(self.count)
        box.addWidget(self.list, 1)
        box.addWidget(self.keep)
        box.addWidget(self.print)
        box.addWidget(self.last)

    @property
    def now(self) -> str:
        """The key of the stop looked at."""
        row = self.list.currentItem()
        return str(row.data(KEY)) if row is not None else ""

    def refresh(self) -> None:
        """Make the list for the rig as it stands; what is ticked stays ticked, in the file too."""
        rig = self.desk.session.rig
        self._say()
        of = (rig, self.desk.units, tuple(sorted(self.desk.caps.items())))
        if self._of[0] is rig and self._of[1:] == of[1:]:
            return
        self._of = of
        self.stops = walk(rig, Frames(rig), self.desk.units, self.desk.caps) if rig is not None else ()
        begun = self._begun()
        self.done = {s.key for s in self.stops} & set(begun.ticked if begun is not None else ())
        row = max(self.list.currentRow(), 0)
        with QSignalBlocker(self.list):
            self.list.clear()
            for n, stop in enumerate(self.stops, 1):
                item = QListWidgetItem(f"{n}  {stop.words}")
                item.setData(KEY, stop.key)
                item.setFlags(item.flags() | Qt.ItemFlag.ItemIsUserCheckable)
                item.setCheckState(Qt.CheckState.Checked if stop.key in self.done else Qt.CheckState.Unchecked)
                self.list.addItem(item)
            self.list.setCurrentRow(min(row, self.list.count() - 1))
        self.list.fit()
        self._say()
        self.looked.emit()

    def _ticked(self, item: QListWidgetItem) -> None:
        key = str(item.data(KEY))
        (self.done.add if item.checkState() == Qt.CheckState.Checked else self.done.discard)(key)
        self._write(goes_on=True)
        self._say()
        self.looked.emit()

    def _begun(self) -> Walk | None:
        """The walk around this rig that goes on."""
        rig = self.desk.session.rig
        listed = (w for w in self.desk.session.document.walks if w.goes_on and rig is not None and w.rig == rig.id)
        return next(listed, None)

    def _write(self, goes_on: bool) -> None:
        """Put the walk into the record as far as it has come."""
        rig, begun = self.desk.session.rig, self._begun()
        if rig is None:
            return
        self.desk.session.keep(
            Walk(
                id=begun.id if begun is not None else new_id("walk"),
                rig=rig.id,
                when=now(),
                done=tuple(s.words for s in self.stops if s.key in self.done),
                left=tuple(s.words for s in self.stops if s.key not in self.done),
                goes_on=goes_on,
                ticked=tuple(s.key for s in self.stops if s.key in self.done) if goes_on else (),
            )
        )

    def _say(self) -> None:
        self.count.setText(
            f"{len(self.done)} of {len(self.stops)} looked at. Space ticks, arrows go on."
            if self.stops
            else "Nothing is on the bench."
        )
        self.keep.setEnabled(bool(self.done))
        self.print.setEnabled(bool(self.stops))
        rig = self.desk.session.rig
        own = [w for w in self.desk.session.document.walks if rig is not None and w.rig == rig.id and not w.goes_on]
        if own:
            last = own[-1]
            left = f", {len(last.left)} left open" if last.left else ", nothing left open"
            self.last.setText(f"Kept last: {last.when.replace('T', ' ')}, {len(last.done)} looked at{left}.")
        else:
            self.last.setText("No walk of this rig is kept yet.")

    def _keep(self) -> None:
        if self.desk.session.rig is None:
            return
        done, left = len(self.done), len(self.stops) - len(self.done)
        self._write(goes_on=False)
        self.desk.said.emit(f"The walk is kept: {done} looked at, {left} left open.")
        self.done.clear()
        with QSignalBlocker(self.list):
            for n in range(self.list.count()):
                row = self.list.item(n)
                if row is not None:
                    row.setCheckState(Qt.CheckState.Unchecked)
        self._say()
        self.looked.emit()
