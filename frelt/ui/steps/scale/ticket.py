"""A ticket typed in a minute: how the rig stood, what each plate read, how full it was."""

from datetime import date
from functools import partial
from pathlib import Path

from msgspec.structs import replace
from PyQt6.QtCore import QSignalBlocker, pyqtSignal
from PyQt6.QtWidgets import QCheckBox, QFileDialog, QPushButton, QVBoxLayout, QWidget

from ....app import photos
from ....app.scale_line import lines, settled
from ....app.session import new_id
from ....core.base.text import capital
from ....core.base.value import FreltError
from ....core.edit.weighings import with_weighing
from ....core.liquid.vessels import vessels_of
from ....core.model.rig import Rig
from ....core.model.tank_names import tank_names
from ....core.model.ticket import Reading
from ....core.planning.weigh_in import HOWS, plates, ticket
from ....core.scale.line import Decimal, Heard, pattern_of
from ....core.scale.slips import stood_words
from ....core.scale.typed import printed
from ...frame.desk import Desk
from ...frame.jobs import Running
from ...widgets.fields import Field, FigureField, heading, prose
from ...widgets.let_go import emptied
from ...widgets.mannered import Entry, Options
from .now import ScaleNow

BARE = "~bare"
READ = "Read the plate pointed at"

DECIMALS: tuple[tuple[str, Decimal], ...] = (
    ("Its decimal sign: not said", ""),
    ("Its decimal sign: a point", "point"),
    ("Its decimal sign: a comma", "comma"),
)


class TicketPart(QWidget):
    """The form. What is typed stays until it is kept; then `told` is heard."""

    told = pyqtSignal()

    def __init__(self, desk: Desk, now: ScaleNow) -> None:
        super().__init__()
        self.desk, self.now = desk, now
        units = lambda: desk.units  # noqa: E731
        self.fills: dict[str, float] = {}
        self._of: tuple[str, tuple[tuple[str, ...], ...]] = ("", ())  # the rig and the plates it is typed for
        self._typed_for: dict[tuple[str, tuple[tuple[str, ...], ...]], dict[int, str]] = {}  # what was typed for others
        self._fills_for: dict[str, dict[str, float]] = {}
        self.step, self.own, self.rise = 9.07, 0.0, 0.0
        self._made: tuple[object, ...] = ()
        self.state = Options()
        self.state.setAccessibleName("The state it was weighed in")
        self.how = Options()
        self.how.setAccessibleName("What stood on a plate")
        self.how.addItems([h.capitalize() for h in HOWS])
        self.unit = Options()
        self.unit.setAccessibleName("Printed in")
        self.unit.addItems(["lb", "kg"])
        self.hitched = QCheckBox("Hitched to the vehicle")
        self.hitched.setChecked(True)
        for box in (self.state, self.how, self.unit):
            box.activated.connect(lambda _: self._rebuilt())
        self.hitched.clicked.connect(self._rebuilt)
        self.rows = QVBoxLayout()
        self.rows.setSpacing(4)
        self.levels = QVBoxLayout()
        self.levels.setSpacing(4)
        self.where, self.day, self.scale = Entry(), Entry(date.today().isoformat()), Entry()
        for edit, words in (
            (self.where, "where it was weighed"),
            (self.day, "date, such as 2026-11-28"),
            (self.scale, "which scale"),
        ):
            edit.setPlaceholderText(words)
            edit.setAccessibleName(words.capitalize())
        self.reads = FigureField("It reads in steps of", "mass", units, self._set_step, low=0.01, high=500, name="scale-step")
        self.off = FigureField("Its own ±", "mass", units, self._set_own, high=2000, may_be_empty=True, name="scale-own")
        self.high = FigureField(
            "A plate is high", "length", units, self._set_rise, high=0.5, may_be_empty=True, name="scale-rise"
        )
        self.photo = QPushButton("Photo of the ticket …")
        self.photo.clicked.connect(self._attach)
        self.keep = QPushButton("Keep this ticket")
        self.keep.clicked.connect(self.take)
        self.port, self.pattern = Entry(), Entry()
        for edit, words in ((self.port, "port, such as /dev/ttyUSB0"), (self.pattern, "pattern of its lines, if not ours")):
            edit.setPlaceholderText(words)
            edit.setAccessibleName(words.capitalize())
        self.decimal = Options()
        self.decimal.setAccessibleName("Decimal sign of its lines")
        for words, sign in DECIMALS:
            self.decimal.addItem(words, sign)
        self.decimal.hide()  # ours has a point
        self.pattern.textChanged.connect(lambda text: self.decimal.setVisible(bool(text.strip())))
        self.device = QPushButton(READ)
        self.device.clicked.connect(self.read_line)
        self.fields: dict[int, Field] = {}
        self._lay_out()

    def _lay_out(self) -> None:
        layout = QVBoxLayout(self)
        layout.setContentsMargins(0, 0, 0, 0)
        layout.setSpacing(6)
        for widget in (heading("A ticket"), prose("As it stood on the scale:"), self.state, self.hitched, self.how, self.unit):
            layout.addWidget(widget)
        layout.addWidget(heading("What was read"))
        layout.addLayout(self.rows)
        layout.addWidget(heading("Or off a scale on a line"))
        layout.addWidget(self.port)
        layout.addWidget(self.pattern)
        layout.addWidget(self.decimal)
        layout.addWidget(self.device)
        self.how_full = heading("How full it was")
        layout.addWidget(self.how_full)
        layout.addLayout(self.levels)
        layout.addWidget(heading("The scale"))
        below: tuple[QWidget, ...] = (self.reads, self.off, self.high, self.scale, self.where, self.day, self.photo, self.keep)
        for one in below:
            layout.addWidget(one)
        layout.addWidget(
            prose("Kept as it is, with what is aboard now; never edited. The loads follow it only when you say so.")
        )
        layout.addStretch(1)

    # what is shown

    def refresh(self) -> None:
        """Make the fields for the rig as it stands."""
        rig = self.desk.session.rig
        names = [(s.id, s.name) for s in rig.states if s.condition != "lifted"] if rig is not None else []
        names += [(BARE, "The bare carrier, nothing aboard")] if rig is not None else []
        if [(self.state.itemData(n), self.state.itemText(n)) for n in range(self.state.count())] != names:
            kept = self.state.currentData()
            with QSignalBlocker(self.state):
                self.state.clear()
                for state_id, name in names:
                    self.state.addItem(name, state_id)
                self.state.setCurrentIndex(max(self.state.findData(kept), 0))
            self._of_state()
        self._rebuilt()
        self.reads.show_value(self.step)
        self.off.show_value(self.own or None, "none")
        self.high.show_value(self.rise or None, "level")

    def _of_state(self) -> None:
        """Whether it is hitched, as the state has it."""
        rig, state_id = self.desk.session.rig, self.state.currentData()
        state = next((s for s in rig.states if s.id == state_id), None) if rig is not None else None
        self.hitched.setChecked(state is None or state.condition != "parked")
        self.fills.clear()

    def _rebuilt(self) -> None:
        rig = self.desk.session.rig
        self.hitched.setVisible(rig is not None and rig.trailer is not None)
        how = HOWS[max(self.how.currentIndex(), 0)]
        stood = plates(rig, how, self.hitched.isChecked()) if rig is not None else ()
        bare = self.state.currentData() == BARE
        tanks = (
            tuple((a, n, t) for (a, _, t), n in zip(rig.tanks(), tank_names(rig).values(), strict=True))
            if rig is not None and not bare
            else ()
        )
        self.how_full.setVisible(bool(tanks))
        self._put_aside(rig.id if rig is not None else "", stood)
        made = (stood, tuple((a, n) for a, n, _ in tanks), self.state.currentData(), self.desk.units)
        if made == self._made:
            return
        self._made = made
        self.now.stood = stood
        emptied(self.rows)
        emptied(self.levels)
        self.fields = {}
        for n, names in enumerate(stood):
            assert rig is not None
            reading = Reading(stood=names, value=0.0)
            field = Field(stood_words(rig, reading), partial(self._typed, n), f"reading-{n}")
            field.show_text(self.now.typed.get(n, ""), "not read")
            field.focused.connect(partial(self._focus, n))
            self.fields[n] = field
            self.rows.addWidget(field)
        for address, name, _ in tanks:
            level = FigureField(
                name, "volume", lambda: self.desk.units, partial(self._filled, address), high=100.0, name=f"held-{address}"
            )
            level.show_value(self._holds(address))
            self.levels.addWidget(level)
        self.now.changed.emit()

    def _put_aside(self, rig_id: str, stood: tuple[tuple[str, ...], ...]) -> None:
        """What is typed stays with the rig and the plates it was typed for."""
        was, now = self._of, (rig_id, stood)
        if was == now:
            return
        self._typed_for[was] = dict(self.now.typed)
        self.now.typed.clear()
        self.now.typed.update(self._typed_for.pop(now, {}))
        if was[0] != rig_id:
            self._fills_for[was[0]] = self.fills
            self.fills = self._fills_for.pop(rig_id, {})
        self._of, self._made = now, ()

    def _tank(self, address: str) -> tuple[float, float]:
        """Its capacity [m³] and the fill its state shows."""
        rig, state_id = self.desk.session.rig, self.state.currentData()
        assert rig is not None
        tank = next(t for a, _, t in rig.tanks() if a == address)
        state = next((s for s in rig.states if s.id == state_id), None)
        shown = vessels_of(rig).own(state)[address].shown if state is not None else tank.top
        return tank.capacity.value, shown

    def _holds(self, address: str) -> float:
        capacity, shown = self._tank(address)
        return capacity * self.fills.get(address, shown)

    def _filled(self, address: str, value: float | None) -> None:
        capacity, _ = self._tank(address)
        if value is not None and value > capacity * 1.001:
            raise FreltError(f"it holds {self.desk.units.show(capacity, 'volume')} at most")
        self.fills[address] = min((value or 0.0) / capacity, 1.0) if capacity > 0 else 0.0

    def _set_step(self, value: float | None) -> None:
        self.step = value or self.step

    def _set_own(self, value: float | None) -> None:
        self.own = value or 0.0

    def _set_rise(self, value: float | None) -> None:
        self.rise = value or 0.0

    def _focus(self, n: int, on: bool) -> None:
        if on:
            self.now.point(n)

    def _typed(self, n: int, text: str) -> None:
        if text.strip():
            printed(text, self.unit.currentText())  # refused in place where it is no reading
        self.now.put(n, text)
        self.now.point(min(n + 1, len(self.now.stood) - 1))

    def read_line(self) -> None:
        """Wait beside the window for what a scale says of the plate pointed at, and type it there."""
        n = max(self.now.at, 0)
        port = self.port.text().strip()
        if not port or n >= len(self.now.stood):
            self.desk.refused.emit("Say which port the scale is on, such as /dev/ttyUSB0, and point at a plate.")
            return
        unit = self.unit.currentText()
        try:
            pattern = pattern_of(self.pattern.text()) if self.pattern.text().strip() else None
        except FreltError as err:
            self.desk.refused.emit(f"{capital(str(err))}.")
            return

        decimal: Decimal = self.decimal.currentData()

        def work(running: Running) -> Heard:
            return settled(lines(port, still=running.still), pattern, unit, decimal=decimal)

        def done(found: Heard) -> None:
            self.device.setText(READ)
            text = f"{found.printed} {found.unit}"
            if n in self.fields:
                self.fields[n].show_text(text)
            self._typed(n, text)

        def failed(err: Exception) -> None:
            self.device.setText(READ)
            if not isinstance(err, FreltError):
                raise err
            self.desk.refused.emit(f"{capital(str(err))}.")

        self.device.setText("Waiting for it to come to rest …")
        self.desk.jobs.start("scale line", work, done, failed)

    # taken in

    def take(self) -> bool:
        """Keep the ticket in the record, and let the rig have it; says whether there was something to keep."""
        desk, rig = self.desk, self.desk.session.rig
        solved = desk.session.solved
        if rig is None or solved is None or not self.now.typed:
            desk.refused.emit("No reading is typed yet: type what stood on a plate, such as 3,480.")
            return False
        bare = self.state.currentData() == BARE
        state = next(
            (s for s in rig.states if s.id == self.state.currentData()), next(iter(rig.states), None) if bare else None
        )
        if state is None:
            desk.refused.emit("The rig has no state to be weighed in; add one under Liquids, road.")
            return False
        try:
            day = date.fromisoformat(self.day.text().strip()).isoformat()
            readings = tuple(self._reading(n, text) for n, text in sorted(self.now.typed.items()))
            made = ticket(
                rig, solved.frames, state, {a: self._share(rig, a) for a, _, _ in rig.tanks()}, readings,
                id=new_id("ticket"), when=day, place=self.where.text().strip(), scale=self.scale.text().strip(),
            )  # fmt: skip
        except ValueError:
            desk.refused.emit(f"“{self.day.text()}” is no date; type it as 2026-11-28.")
            return False
        except FreltError as err:
            desk.refused.emit(f"{capital(str(err))}.")
            return False
        if rig.trailer is not None and not self.hitched.isChecked():
            made = replace(made, hitched=False)
        if bare:
            made = replace(made, things={}, fills={}, people=())
        desk.session.keep(made)
        if not desk.edit(lambda r: with_weighing(r, made), f"ticket of {day} taken in"):
            return False
        self.now.typed.clear()
        self._made = ()
        self._rebuilt()
        desk.said.emit(f"The ticket is kept: {len(readings)} reading{'s' if len(readings) != 1 else ''}.")
        self.told.emit()
        return True

    def _attach(self) -> None:
        if self.desk.session.path is None:
            self.desk.refused.emit("Save the rig first: photos lie in a folder beside its file.")
            return
        name, _ = QFileDialog.getOpenFileName(
            self, "Photo of the ticket", str(Path.home()), "Photos and scans (*.jpg *.jpeg *.png *.webp *.heic *.pdf)"
        )
        if name:
            self.attach_file(Path(name))

    def attach_file(self, photo: Path) -> None:
        """Copy a photo beside the document, told as of the day's ticket."""
        session = self.desk.session
        if session.path is None:
            return
        try:
            session.change(
                photos.attach(session.document, session.path, photo, f"scale ticket of {self.day.text().strip()}"),
                "photo attached",
            )
        except FreltError as err:
            self.desk.refused.emit(f"{capital(str(err))}.")
        else:
            self.desk.said.emit("The photo lies beside the file.")

    def _share(self, rig: Rig, address: str) -> float:
        return self.fills.get(address, self._tank(address)[1])

    def _reading(self, n: int, text: str) -> Reading:
        value, digits, unit = printed(text, self.unit.currentText())
        step = self.step if unit == "lb" or abs(self.step - 9.07) > 0.01 else 10.0
        return Reading(
            stood=self.now.stood[n],
            value=value,
            printed=digits,
            unit="kg" if unit == "kg" else "lb",
            resolution=step,
            own=self.own,
            height=self.rise,
        )
