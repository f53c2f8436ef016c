"""The brief: short answers of the customer, and below them what follows, each figure with its reason and free to be overruled."""

from collections.abc import Callable

from msgspec.structs import replace
from PyQt6.QtCore import QSignalBlocker, Qt, pyqtSignal
from PyQt6.QtWidgets import QCheckBox, QComboBox, QLabel, QPushButton, QWidget

from ....app import stock
from ....app.session import new_id
from ....core.base.figure import Figure
from ....core.base.units import Quantity
from ....core.base.value import FreltError
from ....core.model.brief import Brief, Supplied
from ....core.planning.equipment import Line, Worked, worked_out
from ....core.planning.list_on_deck import list_on_deck
from ....core.planning.readings import bucket_flow
from ...frame.desk import Desk
from ...frame.step import Step
from ...widgets.fields import FigureField, column, heading, prose
from ...widgets.let_go import emptied
from ...widgets.mannered import Options
from ...widgets.parts import Choice, PartsList
from ...widgets.text import Words, tip

SURFACES = (
    ("Concrete and paving", "concrete"),
    ("Walls and siding", "siding"),
    ("Roofs", "roof"),
    ("Vehicles and machines", "vehicles"),
    ("Wood: decks and fences", "wood"),
)
SCHOOLS = (
    ("No soft washing", "none"),
    ("12 V diaphragm pump", "12 V diaphragm"),
    ("Engine diaphragm pump", "engine diaphragm"),
    ("Air diaphragm and compressor", "air diaphragm"),
    ("Chemical through a plain pump", "plain pump"),
)
WHOSE = (("Whose carrier: open", "open"), ("The customer's carrier", "customer"), ("The shop's carrier", "shop"))
CONDITIONS = (("not seen yet", "not seen yet"), ("good", "good"), ("worn", "worn"), ("to be mended", "to be mended"))


class BriefPage(QWidget):
    """Answers above, what follows below. carriers_asked: show which carrier can take the list."""

    carriers_asked = pyqtSignal()

    def __init__(self, desk: Desk) -> None:
        super().__init__()
        self.desk = desk
        self._figures: list[tuple[FigureField, Callable[[Brief], float | None]]] = []
        self._boxes: list[tuple[QComboBox, str]] = []
        self._checks: list[tuple[QCheckBox, Callable[[Brief], bool]]] = []
        self._lines: dict[str, tuple[FigureField, QLabel]] = {}
        self.bucket = FigureField(
            "Bucket holds", "volume", lambda: desk.units, self._bucket, low=0.0005, high=0.5, name="brief-bucket"
        )
        self.watch = FigureField(
            "… and fills in", "time", lambda: desk.units, self._watch, low=0.5, high=3600, name="brief-watch"
        )
        self._volume, self._seconds = 0.0, 0.0
        self.follows = column()
        self.list = prose("")
        self.carriers = QPushButton("Which carrier can take this list …")
        self.carriers.clicked.connect(self.carriers_asked)
        self.place = QPushButton("Put the list on the deck")
        self.place.clicked.connect(self._place)
        self.supplied = PartsList(
            desk,
            "The customer brings",
            "thing supplied",
            lambda: self.brief.supplied,
            lambda entries, words: self._put(words, supplied=entries),
            lambda: Supplied(what="Old machine"),
            (),
            [Choice("Condition", "condition", CONDITIONS), Choice("Stands for", "entry", _entries)],
            named="what",
        )
        box = column(*self._asked())
        box.addWidget(self.supplied)
        box.addWidget(heading("What follows"))
        box.addLayout(self.follows)
        box.addWidget(heading("Equipment"))
        for widget in (self.list, self.carriers, self.place):
            box.addWidget(widget)
        box.addStretch(1)
        self.setLayout(box)

    @property
    def brief(self) -> Brief:
        """The brief of the document."""
        return self.desk.session.document.job.brief

    def worked(self) -> Worked:
        """What it comes to."""
        return worked_out(self.brief, stock.equipment(), self.desk.units)

    def _put(self, words: str, **fields: object) -> None:
        document = self.desk.session.document
        job = replace(document.job, brief=replace(document.job.brief, **fields))
        self.desk.session.change(replace(document, job=job), f"brief: {words}")

    # what is asked

    def _asked(self) -> list[QWidget]:
        return [
            heading("What is washed"),
            *(self._surface(words, key) for words, key in SURFACES),
            self._number("Wash at once", "operators", 1, 4),
            self._tick("Hot water", "hot"),
            heading("Water"),
            self._tap(),
            self.bucket,
            self.watch,
            self._figure("Hours of work a day", "time", "hours", 600, 24 * 3600),
            self._figure("Work between refills", "time", "between", 60, 24 * 3600),
            self._figure("Trigger open", "share", "trigger", 0.05, 1.0),
            heading("Soft washing"),
            self._choice("Soft-wash pump", "school", SCHOOLS),
            self._figure("Share of the work", "share", "soft", 0.0, 1.0),
            self._figure("SH on the wall, %", "number", "strength", 0.0, 15.0),
            self._figure("SH as bought, %", "number", "stock", 0.5, 20.0),
            self._figure("Surfactant in the mix", "share", "soap", 0.0, 0.3),
            heading("Around it"),
            self._figure("Reach of the hose", "distance", "reach", 5, 100),
            self._number("People who ride along", "crew", 1, 9),
            self._choice("Whose carrier", "whose", WHOSE),
            self._tick("Public roads", "public_roads"),
            self._tick("Steep roads", "steep"),
            self._tick("Winter work", "winter"),
        ]

    def _keep(self, field: FigureField, value: Callable[[Brief], float | None]) -> FigureField:
        self._figures.append((field, value))
        return field

    def _figure(self, label: str, quantity: Quantity, name: str, low: float, high: float) -> FigureField:
        def typed(v: float | None) -> None:
            if v is not None:
                self._put(label.lower(), **{name: v})

        field = FigureField(label, quantity, lambda: self.desk.units, typed, low=low, high=high, name=f"brief-{name}")
        return self._keep(field, lambda b: float(getattr(b, name)))

    def _number(self, label: str, name: str, low: int, high: int) -> FigureField:
        def typed(v: float | None) -> None:
            if v is None or v != int(v):
                raise FreltError(f"a whole number from {low} to {high} is wanted")
            self._put(label.lower(), **{name: int(v)})

        field = FigureField(label, "number", lambda: self.desk.units, typed, low=low, high=high, name=f"brief-{name}")
        return self._keep(field, lambda b: float(getattr(b, name)))

    def _tap(self) -> FigureField:
        def typed(v: float | None) -> None:
            tap = None if v is None else Figure(value=v, plus_minus=0.2 * v, source="estimate", note="said by the customer")
            self._put("tap on site", tap=tap)

        field = FigureField(
            "Tap on site gives", "flow", lambda: self.desk.units, typed, high=0.02, may_be_empty=True, name="brief-tap"
        )
        self._figures.append((field, lambda b: None if b.tap is None else b.tap.value))
        return field

    def _bucket(self, volume: float | None) -> None:
        self._volume = volume or 0.0
        self._measured()

    def _watch(self, seconds: float | None) -> None:
        self._seconds = seconds or 0.0
        self._measured()

    def _measured(self) -> None:
        """Bucket and watch: once both are known, the tap is measured."""
        if self._volume > 0 and self._seconds > 0:
            self._put("tap measured with bucket and watch", tap=bucket_flow(self._volume, self._seconds))

    def _tick(self, label: str, name: str) -> QCheckBox:
        box = QCheckBox(label)
        box.clicked.connect(lambda: self._put(label.lower(), **{name: box.isChecked()}))
        self._checks.append((box, lambda b: bool(getattr(b, name))))
        return box

    def _surface(self, label: str, key: str) -> QCheckBox:
        box = QCheckBox(label)

        def clicked() -> None:
            now = self.brief.surfaces
            kept = tuple(k for _, k in SURFACES if (k in now) != (k == key))
            self._put(label.lower(), surfaces=kept)

        box.clicked.connect(clicked)
        self._checks.append((box, lambda b: key in b.surfaces))
        return box

    def _choice(self, name: str, field: str, listed: tuple[tuple[str, str], ...]) -> QComboBox:
        box = Options()
        box.setAccessibleName(name)
        for words, data in listed:
            box.addItem(words, data)
        box.activated.connect(lambda _: self._put(name.lower(), **{field: box.currentData()}))
        self._boxes.append((box, field))
        return box

    # what follows

    def refresh(self) -> None:
        """Show the brief and what it comes to."""
        b, units = self.brief, self.desk.units
        for field, value in self._figures:
            field.show_value(value(b), "none, carried")
        for box, name in self._boxes:
            with QSignalBlocker(box):
                box.setCurrentIndex(max(box.findData(getattr(b, name)), 0))
        for tick, now in self._checks:
            tick.setChecked(now(b))
        self.bucket.show_value(self._volume or None, "to measure")
        self.watch.show_value(self._seconds or None, "by the watch")
        self.supplied.refresh()
        worked = self.worked()
        self._show_lines(worked.lines)
        rows = [
            f"{n.count} × {n.name}: {units.show(n.road.value, 'mass')}" + (f" (customer's, {n.supplied})" if n.supplied else "")
            for n in worked.needed
        ]
        dry, road = worked.dry, worked.road
        totals = (
            f"Dry {units.show(dry.value, 'mass')} ± {units.show(dry.plus_minus, 'mass', False)}, on the road "
            f"{units.show(road.value, 'mass')} ± {units.show(road.plus_minus, 'mass', False)}."
        )
        self.list.setText("\n".join([*rows, totals, "Masses are of the catalog, mostly estimates from memory."]))
        self.place.setEnabled(self.desk.carrier is not None)

    def _show_lines(self, lines: tuple[Line, ...]) -> None:
        if list(self._lines) != [line.key for line in lines]:
            emptied(self.follows)
            self._lines = {}
            for line in lines:
                self._lines[line.key] = self._line(line)
        for line in lines:
            field, how = self._lines[line.key]
            field.show_value(line.value)
            how.setText(line.how)

    def _line(self, line: Line) -> tuple[FigureField, QLabel]:
        def typed(v: float | None) -> None:
            kept = {k: x for k, x in self.brief.overruled.items() if k != line.key}
            self._put(f"{line.title.lower()} overruled", overruled=kept if v is None else kept | {line.key: v})

        field = FigureField(
            line.title, line.quantity, lambda: self.desk.units, typed, may_be_empty=True, name=f"line-{line.key}"
        )
        tip(field, "Type another figure to overrule it; empty it to work it out again.")
        how = Words()
        how.setObjectName("quiet")
        how.setWordWrap(True)
        how.setTextFormat(Qt.TextFormat.PlainText)
        self.follows.addWidget(field)
        self.follows.addWidget(how)
        return field, how

    def _place(self) -> None:
        """Put everything on the list on the deck, side by side from the front, to be moved from there."""
        rig, carrier = self.desk.session.rig, self.desk.carrier
        if rig is None or carrier is None:
            self.desk.refused.emit("First take a chassis, under Job.")
            return
        made = list_on_deck(rig, carrier, self.worked().needed, stock.equipment(), new_id)
        if self.desk.edit(lambda _: made, "the list put on the deck"):
            self.desk.go(Step.BIG_THINGS)


def _entries() -> list[tuple[str, str]]:
    return [("nothing on the list", ""), *((e.item.name, e.item.id) for e in stock.equipment())]
