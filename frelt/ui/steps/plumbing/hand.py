"""What is in hand of the lines: a line with its bore and length, a fitting with its figures, a thing with its open ports."""

from collections.abc import Callable

from msgspec.structs import replace
from PyQt6.QtCore import QSignalBlocker
from PyQt6.QtWidgets import QComboBox, QPushButton, QVBoxLayout, QWidget

from ....core.base.figure import Figure, plate
from ....core.edit.plumbing import ended, joined_ports, turned_round, with_fitting, with_line
from ....core.edit.ports import Port, fits, ports
from ....core.fitting.figures import asked
from ....core.fitting.registry import offered, type_of
from ....core.kind.fittings import MATERIALS
from ....core.model.hangs_together import stands_in
from ....core.model.plumbing import COLORS, Fitting, FittingKind, Line
from ....core.report.lines import lets_through
from ....core.report.named import names_of
from ...frame.desk import Desk
from ...widgets.facts import Facts
from ...widgets.fields import FigureField, heading, prose, title
from ...widgets.let_go import emptied
from ...widgets.mannered import Entry, Options
from .line_plan import LinePlan
from .loose import Loose, put_in
from .now import LinesNow


class HandPart(QWidget):
    """One form, made anew for what is in hand."""

    def __init__(self, desk: Desk, now: LinesNow, plan: LinePlan) -> None:
        super().__init__()
        self.desk, self.now, self.plan = desk, now, plan
        self.box = QVBoxLayout(self)
        self.box.setContentsMargins(0, 0, 0, 0)
        self.box.setSpacing(6)
        self._shown: object = None
        self.fields: dict[str, FigureField] = {}

    def refresh(self) -> None:
        """Show what is in hand, as it stands."""
        rig, held = self.now.rig, self.now.held
        p = rig.plumbing if rig is not None else None
        fitting, line = (p.fitting(held), p.line(held)) if p is not None else (None, None)
        key = (held, fitting, line, p, self.desk.units)
        if key == self._shown:
            return
        self._shown = key
        self._empty()
        if fitting is not None:
            self._of_fitting(fitting)
        elif line is not None:
            self._of_line(line)
        elif held and rig is not None:
            self._of_thing(held)
        else:
            self.box.addWidget(title("Nothing in hand"))
            self.box.addWidget(
                prose("Press a valve, a line or a thing in the plan. Arrow keys go from one to the next, Space turns a handle.")
            )
            if p is not None and p.lines:
                self.box.addWidget(heading("Drag one onto a line"))
                self._buttons(
                    offered("line"), lambda kind: self.desk.refused.emit(f"Drag the {kind} onto a line, or press a line first.")
                )
        self.box.addStretch(1)

    def _empty(self) -> None:
        self.fields = {}
        emptied(self.box)

    # a line

    def _of_line(self, line: Line) -> None:
        names, units = names_of(self.now.rig), lambda: self.desk.units  # type: ignore[arg-type]
        a, b = (names[e.partition("/")[0]] for e in (line.start, line.end))
        self.box.addWidget(heading("Line"))
        self.box.addWidget(title(f"{a} to {b}"))
        solved = self.now.solved()
        route = solved.piping.routes.get(line.id) if solved is not None else None

        def put(**fields: object) -> None:
            rig = self.now.rig
            now = rig.plumbing.line(line.id) if rig is not None else None
            if now is not None:
                self.desk.edit(lambda r: with_line(r, replace(now, **fields)), "line changed")

        self._field(
            "bore",
            FigureField("Bore, inside", "length", units, lambda v: put(bore=v), low=0.002, high=0.2, name="line-bore"),
            line.bore,
        )
        length = FigureField(
            "Length", "distance", units, lambda v: put(length=v), low=0.0, high=400.0, may_be_empty=True, name="line-length"
        )
        self.fields["length"] = length
        length.show_value(line.length, self._long(route.length) if route is not None else "")
        length.setToolTip("In gray as it runs, with its slack; type what was cut")
        self.box.addWidget(length)
        slack = FigureField(
            "Slack on its way", "share", units, lambda v: put(slack=v or 0.0), low=0.0, high=1.0, name="line-slack"
        )
        self._field("slack", slack, line.slack)
        rating = FigureField(
            "Rated to", "pressure", units, lambda v: put(rating=plate(v) if v is not None else None), low=1e4, high=1e8, may_be_empty=True,
            name="line-rating",
        )  # fmt: skip
        self.fields["rating"] = rating
        rating.show_value(line.rating.value if isinstance(line.rating, Figure) else None, "not read yet")
        self.box.addWidget(rating)
        self._choice(
            "Made of",
            "made of",
            ["usual hose", *MATERIALS],
            line.material or "usual hose",
            lambda w: put(material="" if w == "usual hose" else w),
        )
        self._choice(
            "Color", "color", ["not said", *COLORS], line.color or "not said", lambda w: put(color="" if w == "not said" else w)
        )
        aboard = {t.liquid.name: t.liquid for _, _, t in rig_now.tanks()} if (rig_now := self.now.rig) is not None else {}
        given = stands_in(rig_now).get(line.id) if rig_now is not None and line.holds is None else line.holds
        usual = (
            f"what its tank gives: {given.name if given is not None else 'water'}"
            if line.holds is None
            else "what its tank gives"
        )
        own = [line.holds.name] if line.holds is not None and line.holds.name not in aboard else []
        self._choice(
            "At rest it holds", "at rest it holds", [usual, *aboard, *own], line.holds.name if line.holds is not None else usual,
            lambda w: put(holds=aboard.get(w, line.holds if w in own else None)),
        )  # fmt: skip
        below = "below the floor" if line.below else "along the wall or straight"
        self._choice(
            "Runs",
            "runs",
            ["along the wall or straight", "below the floor"],
            below,
            lambda w: put(below=w == "below the floor"),
        )
        self.box.addWidget(heading("Part it with"))
        self._buttons(offered("line")[:8], lambda kind: put_in(self.desk, self.now, line.id, kind))
        self._choice(
            "or",
            "or part it with",
            ["…", *offered("line")[8:]],
            "…",
            lambda w: put_in(self.desk, self.now, line.id, w) if w != "…" else None,
        )
        self._remove("Take the line out")

    def _long(self, length: float) -> str:
        """A length as a tape tells it, of short ones to the eighth of an inch."""
        return self.desk.units.show(length, "distance" if length >= 3.0 else "length")

    # a fitting

    def _of_fitting(self, f: Fitting) -> None:
        units = lambda: self.desk.units  # noqa: E731
        self.box.addWidget(heading(f.kind.capitalize()))
        name = Entry(f.name)
        name.setAccessibleName("Name")
        name.setPlaceholderText("name on its tag")
        name.editingFinished.connect(
            lambda: self._put_fitting(f.id, "named", name=name.text().strip()) if name.text().strip() != f.name else None
        )
        self.box.addWidget(name)
        sort = type_of(f)
        if sort.hand is not None and sort.hand.label:
            self._field(
                "stands",
                FigureField(
                    sort.hand.label,
                    "share",
                    units,
                    lambda v: self._put_fitting(f.id, "turned", stands=v or 0.0),
                    low=0.0,
                    high=1.0,
                    name="fitting-stands",
                ),
                f.stands,
            )
        if sort.bored:
            self._choice("Bored as", "bored as", ["L", "T"], f.turn, lambda w: self._put_fitting(f.id, "changed", turn=w))
        if sort.end == "gun":
            tips = Entry(", ".join(f"{t:g}" for t in f.tips))
            tips.setAccessibleName("Numbers of its tips")
            tips.setPlaceholderText("numbers of its tips, such as 5.5 or 2, 2, 2, 2")
            tips.editingFinished.connect(lambda: self._tips(f, tips.text()))
            self.box.addWidget(prose("Numbers of its tips"))
            self.box.addWidget(tips)
        self._field(
            "bore",
            FigureField(
                "Bore of its way",
                "length",
                units,
                lambda v: self._put_fitting(f.id, "changed", bore=v),
                low=0.002,
                high=0.2,
                name="fitting-bore",
            ),
            f.bore,
        )
        for one in asked(f):
            field = FigureField(
                one.label, one.quantity, units, self._figure(f.id, one.id), low=one.low, high=one.high, may_be_empty=True, name=f"fitting-{one.id}"
            )  # fmt: skip
            self.fields[one.id] = field
            field.setToolTip(f"Usually {self.desk.units.show(one.usual, one.quantity)}: {one.note}")
            own = f.figures.get(one.id)
            field.show_value(own.value if own is not None else None, self.desk.units.show(one.usual, one.quantity))
            self.box.addWidget(field)
        if sort.one_way:
            rig = self.now.rig
            if rig is not None:
                self.box.addWidget(prose(f"It lets through {lets_through(rig, f)}."))
            turn = QPushButton("Turn it round")
            turn.clicked.connect(lambda: self._turn_round(f.id))
            self.box.addWidget(turn)
        self._remove("Take it out")

    def _turn_round(self, fitting_id: str) -> None:
        if self.desk.edit(lambda r: turned_round(r, fitting_id), "turned round"):
            rig = self.now.rig
            f = rig.plumbing.fitting(fitting_id) if rig is not None else None
            if rig is not None and f is not None:
                self.desk.said.emit(f"{f.name or f.kind.capitalize()} is turned round: it lets through {lets_through(rig, f)}.")

    def _figure(self, fitting_id: str, name: str) -> Callable[[float | None], None]:
        def put(value: float | None) -> None:
            rig = self.now.rig
            f = rig.plumbing.fitting(fitting_id) if rig is not None else None
            if f is None:
                return
            left = {k: v for k, v in f.figures.items() if k != name}
            self._put_fitting(
                fitting_id, "changed", figures=left if value is None else {**left, name: Figure(value=value, source="measured")}
            )

        return put

    def _put_fitting(self, fitting_id: str, words: str, **fields: object) -> None:
        rig = self.now.rig
        f = rig.plumbing.fitting(fitting_id) if rig is not None else None
        if f is not None:
            self.desk.edit(lambda r: with_fitting(r, replace(f, **fields)), f"{f.name or f.kind} {words}")

    def _tips(self, f: Fitting, text: str) -> None:
        try:
            numbers = tuple(float(w) for w in text.replace(";", ",").split(",") if w.strip())
        except ValueError:
            self.desk.refused.emit(f"“{text}” is not understood; type the numbers of its tips, such as 5.5 or 2, 2, 2, 2.")
            self._shown = None
            self.refresh()
            return
        if any(not 0 < n <= 200 for n in numbers) or len(numbers) > 8:
            self.desk.refused.emit("A gun or bar has one to eight tips, each of a number above 0.")
            self._shown = None
            self.refresh()
        elif numbers != f.tips:
            self._put_fitting(f.id, "has other tips", tips=numbers)

    # a thing

    def _of_thing(self, held: str) -> None:
        rig = self.now.rig
        assert rig is not None
        owner = held.partition("/")[0]
        names = names_of(rig)
        self.box.addWidget(title(names.get(owner, owner)))
        known = list(ports(rig))
        own = [p for p in known if p.owner == owner]
        taken = {e: x.id for x in rig.plumbing.lines for e in (x.start, x.end)}
        facts = Facts(self.desk)
        facts.show_facts([(p.words.partition(" of ")[0], "" if p.at not in taken else "has its line") for p in own])
        self.box.addWidget(heading("Ports"))
        self.box.addWidget(facts)
        free = sorted((p for p in own if p.free), key=lambda p: p.at != self.now.port)
        for port in free[:4]:
            self._offer(port, known, names)

    def _offer(self, port: Port, known: list[Port], names: dict[str, str]) -> None:
        """What belongs at an open port: a port that fits, or an end."""
        choices = (
            [("…", "")]
            + [(f"a line to {p.words}", p.at) for p in known if fits(port, p)]
            + [(f"a {k}", f"~{k}") for k in offered("end")]
        )
        box = Options()
        box.setAccessibleName(f"What goes to {port.words}")
        box.setSizeAdjustPolicy(QComboBox.SizeAdjustPolicy.AdjustToMinimumContentsLengthWithIcon)
        for words, data in choices:
            box.addItem(words, data)
        box.activated.connect(lambda _: self._taken(port, str(box.currentData())))
        box.setObjectName(f"offer-{port.at}")
        self.box.addWidget(prose(f"From the {port.words.partition(' of ')[0]}"))
        self.box.addWidget(box)

    def _taken(self, port: Port, data: str) -> None:
        if data.startswith("~"):
            made: list[str] = []

            def edit(rig: object) -> object:
                new, name = ended(rig, port.at, data[1:])  # type: ignore[arg-type]
                made.append(name)
                return new

            if self.desk.edit(edit, f"{data[1:]} put on") and made:  # type: ignore[arg-type]
                self.now.take(made[0])
        elif data:
            self.desk.edit(lambda r: joined_ports(r, port.at, data), "line drawn")

    # parts of the form

    def _field(self, name: str, field: FigureField, value: float) -> None:
        self.fields[name] = field
        field.show_value(value)
        self.box.addWidget(field)

    def _choice(self, words: str, called: str, among: list[str], now: str, put: Callable[[str], object]) -> None:
        box = Options()
        box.setAccessibleName(called.capitalize())
        box.setSizeAdjustPolicy(QComboBox.SizeAdjustPolicy.AdjustToMinimumContentsLengthWithIcon)
        with QSignalBlocker(box):
            box.addItems(among)
            box.setCurrentText(now)
        box.activated.connect(lambda _: put(box.currentText()))
        self.box.addWidget(prose(words))
        self.box.addWidget(box)

    def _buttons(self, kinds: tuple[FittingKind, ...], press: Callable[[FittingKind], None]) -> None:
        from PyQt6.QtWidgets import QGridLayout

        grid = QGridLayout()
        grid.setSpacing(4)
        holder = QWidget()
        holder.setLayout(grid)
        grid.setContentsMargins(0, 0, 0, 0)
        for n, kind in enumerate(kinds):
            button = Loose(kind)
            button.clicked.connect(lambda _, k=kind: press(k))
            grid.addWidget(button, n // 2, n % 2)
        self.box.addWidget(holder)

    def _remove(self, words: str) -> None:
        button = QPushButton(words)
        button.clicked.connect(self.plan.edits.remove)
        self.box.addWidget(button)
