"""The day in the column: a way of working to begin with, the act in hand, and what the day comes to."""

from functools import partial
from pathlib import Path

from msgspec.structs import replace
from PyQt6.QtCore import QSignalBlocker, QTimer
from PyQt6.QtWidgets import QComboBox, QHBoxLayout, QPushButton, QVBoxLayout, QWidget

from ....app import stock
from ....app.session import new_id
from ....core.base.kept import Kept
from ....core.base.text import duration, joined
from ....core.base.typed import read
from ....core.base.units import Quantity
from ....core.base.value import FreltError
from ....core.day.enough import Enough, enough
from ....core.day.piped import has_lines
from ....core.day.play import play, table
from ....core.day.played import Play, Short
from ....core.day.templates import SCHOOLS, template
from ....core.kind.capability import can
from ....core.model.day import DRAWING, Act, ActKind, Day, clock
from ....core.model.rig import Rig
from ....core.model.tank_names import tank_names
from ....core.planning.equipment import worked_out
from ....core.solve import solve
from ....paint.day import tight_words
from ...frame.desk import Desk
from ...frame.jobs import Running
from ...frame.tables import asked_out, write_out
from ...widgets.dressed import dress
from ...widgets.fields import Field, FigureField, heading, link, prose
from ...widgets.mannered import Entry, Options
from .act_sets import ActSets
from .day_plot import DayPlot

ACTS: tuple[tuple[str, ActKind], ...] = (
    ("Drive", "drive"),
    ("Fill from a tap", "fill"),
    ("Soft wash", "soft wash"),
    ("Wash", "wash"),
    ("Rinse", "rinse"),
    ("Dump", "dump"),
    ("Refuel", "refuel"),
    ("Wait", "wait"),
)
FOR: dict[str, tuple[ActKind, ...]] = {
    "distance": ("drive",),
    "flow": ("fill",),
    "duty": ("wash", "soft wash", "rinse"),
    "strength": ("soft wash",),
    "tank": ("fill", "wash", "rinse", "soft wash", "dump", "refuel"),
    "to": ("fill", "refuel"),
}


FIGURES: tuple[tuple[str, str, Quantity, float], ...] = (
    ("distance", "Distance", "road", 5e6),
    ("flow", "The tap gives", "flow", 1.0),
    ("to", "Filled up to", "share", 1.0),
    ("duty", "Trigger is held", "share", 1.0),
    ("strength", "SH on the wall", "share", 1.0),
)


class DayPart(QWidget):
    """The acts of the day, edited; `plot` shows them below the bench."""

    def __init__(self, desk: Desk) -> None:
        super().__init__()
        self.desk = desk
        self.play: Play | None = None
        self._made_for: tuple[object, ...] = ()
        self._enough: dict[tuple[str, str], Enough] = {}
        self._search = QTimer(self)
        self._search.setSingleShot(True)
        self._search.setInterval(350)
        self._search.timeout.connect(self._look_for_enough)
        self.plot = DayPlot(desk, self._dragged, self._look, self._choose)
        self.plot.hide()
        self.begin = Options()
        self.begin.setAccessibleName("Begin with a day")
        self.begin.addItem("Begin with a day …", "")
        for school in SCHOOLS:
            self.begin.addItem(school, school)
        self.begin.setSizeAdjustPolicy(QComboBox.SizeAdjustPolicy.AdjustToMinimumContentsLengthWithIcon)
        self.begin.activated.connect(self._begin)
        self.act = self._act_form()
        buttons = QHBoxLayout()
        self.more, self.drop = QPushButton("Add an act"), QPushButton("Remove")
        self.more.clicked.connect(self._add)
        self.drop.clicked.connect(self._remove)
        buttons.addWidget(self.more, 1)
        buttons.addWidget(self.drop)
        self.words, self.sums = prose(""), prose("")
        self.tightest = link("Show the tightest hour on the bench", self._show_tightest)
        self.csv = link("Write the curves as a table …", self._write)
        box = QVBoxLayout(self)
        box.setContentsMargins(0, 0, 0, 0)
        box.setSpacing(6)
        for widget in (self.begin, self.words, self.tightest, self.act):
            box.addWidget(widget)
        box.addLayout(buttons)
        for widget in (self.sums, self.csv):
            box.addWidget(widget)
        box.addStretch(1)

    def _act_form(self) -> QWidget:
        self.kind = Options()
        self.kind.setAccessibleName("What is done")
        for words, kind in ACTS:
            self.kind.addItem(words, kind)
        self.kind.activated.connect(lambda _: self._set("kind", kind=self.kind.currentData()))
        self.name = Entry()
        self.name.setAccessibleName("What the act is called")
        self.name.setMaxLength(60)
        self.name.editingFinished.connect(self._rename)
        self.start = Field("From", self._set_start, "act-start")
        self.length = Field("For, hours and minutes", self._set_length, "act-length")
        self.fields: dict[str, FigureField] = {
            name: FigureField(
                words, quantity, lambda: self.desk.units, partial(self._figure, name), high=high, name=f"act-{name}"
            )
            for name, words, quantity, high in FIGURES
        }
        self.runs = Options()
        self.runs.setAccessibleName("What runs in the act")
        self.runs.activated.connect(lambda _: self._set("what runs", uses=tuple(self.runs.currentData())))
        self.sets = ActSets(lambda sets: self._set("what is turned", sets=sets))
        self.tank = Options()
        self.tank.setAccessibleName("Tank of the act")
        self.tank.activated.connect(lambda _: self._set("tank", tank=self.tank.currentData() or ""))
        form = QWidget()
        box = QVBoxLayout(form)
        box.setContentsMargins(0, 0, 0, 0)
        box.setSpacing(4)
        row = QHBoxLayout()
        row.addWidget(self.kind, 1)
        row.addWidget(self.name, 1)
        box.addWidget(heading("Act in hand"))
        box.addLayout(row)
        for widget in (self.start, self.length, *self.fields.values(), self.runs, self.tank, self.sets):
            box.addWidget(widget)
        return form

    # what is shown

    def refresh(self) -> None:
        """Play the day again if the rig is another, and show it."""
        solved = self.desk.session.solved
        day = solved.rig.day if solved is not None else None
        for widget in (self.begin, self.more):
            widget.setEnabled(solved is not None)
        if solved is None:
            self.play, self.plot.play, self._made_for = None, None, ()
            self._show()
            return
        if self.desk.dragging:
            return
        if not self._made_for or self._made_for[0] is not solved:
            self._made_for = (solved,)
            self._play(day or Day())
        self._show()

    def _play(self, day: Day) -> None:
        solved = self.desk.session.solved
        if solved is not None:
            self.play = self.plot.play = play(solved, day)
            self._enough = {}
            self._search.start()
            self.plot.update()

    def _show(self) -> None:
        made = self.play
        chosen = self._act()
        self.act.setVisible(chosen is not None)
        self.drop.setEnabled(chosen is not None)
        self.csv.setVisible(made is not None and len(made.times) > 0)
        self.tightest.setVisible(made is not None and made.tightest is not None)
        if chosen is not None:
            self._show_act(chosen)
        if made is None or not made.day.acts:
            self.words.setText("A day of real acts: what is in each tank at each hour, and which hour is the worst.")
            self.sums.setText("")
            return
        units = self.desk.units
        said = [f"{made.why}."] if made.why else [tight_words(made, units)]
        said += [self._short_words(s) for s in made.short[:2]]
        said += [f"{n}." for n in made.notes[:2]]
        self.words.setText("\n".join(w[:1].upper() + w[1:] for w in said))
        passed = not made.why and made.tightest is not None and made.tightest.margin < 0
        dress(self.words, "wrong", passed or bool(made.short))  # what goes wrong in the day is not said in gray
        rig = self.desk.rig
        names = {a: t.liquid.short for a, _, t in rig.tanks()} if rig is not None else {}
        used: dict[str, float] = {}
        for address, volume in made.used.items():
            own = volume - made.dumped.get(address, 0.0)
            used[names.get(address, "")] = used.get(names.get(address, ""), 0.0) + own
        listed = [f"{units.show(v, 'volume')} of {n}" for n, v in used.items() if v > 1e-5]
        how = "" if made.by_lines else " Flows are as typed: no lines are drawn."
        said = [f"The day uses {', '.join(listed)}.{how}"] if listed else ["The day uses nothing."]
        if (gone := sum(made.dumped.values())) > 1e-5:
            said.append(f"{units.show(gone, 'volume')} are dumped.")
        said.append(self._brief_words(used))
        self.sums.setText(" ".join(w for w in said if w))

    def _brief_words(self, used: dict[str, float]) -> str:
        """Whether the day draws more than the brief carries."""
        worked = worked_out(self.desk.session.document.job.brief, stock.equipment(), self.desk.units)
        carried = {line.key: line.value for line in worked.lines}
        said = []
        for key, liquid in (("water", "water"), ("sh", "SH"), ("soap", "surfactant")):
            drawn, wanted = used.get(liquid, 0.0), carried.get(key, 0.0)
            if drawn > wanted + 1e-4 and wanted > 0:
                said.append(f"{liquid} ({self.desk.units.show(wanted, 'volume')})")
        return f"That is more than the brief carries of {joined(said)}." if said else ""

    def _short_words(self, short: Short) -> str:
        """What ran dry, and what would have done: once it is found beside the window, else while that is looked for."""
        made, units = self.play, self.desk.units
        assert made is not None
        words = f"{short.name} runs dry at {clock(short.at)} and starves, {units.show(short.missing, 'volume')} short"
        found = self._enough.get((short.act.id, short.tank))
        if found is None:
            return f"{words}."
        whole = found.capacity
        listed = [f"a tank of {units.show(whole, 'volume')}"] if whole is not None else []
        listed += [f"a tap of {units.show(found.tap, 'flow')}"] if found.tap is not None else []
        listed += [f"{name} open" for name in found.opened]
        return f"{words}; {joined(listed, 'or')} would do." if listed else f"{words}; no tank or tap of that size would do."

    def _look_for_enough(self) -> None:
        """Look for what would have done for what ran dry, beside the window, a moment after the last change."""
        solved, made = self.desk.session.solved, self.play
        if solved is None or made is None or not made.short or self.desk.dragging:
            return
        rig, day, listed = solved.rig, made.day, made.short[:2]

        def work(running: Running) -> dict[tuple[str, str], Enough]:
            own = solve(rig, Kept())
            again = play(own, day)
            return {(s.act.id, s.tank): enough(own, again, s) for s in listed if running.still()}

        def done(found: dict[tuple[str, str], Enough]) -> None:
            if self.play is made:
                self._enough = found
                self._show()

        self.desk.jobs.start("enough", work, done)

    def _show_act(self, act: Act) -> None:
        with QSignalBlocker(self.kind):
            self.kind.setCurrentIndex(self.kind.findData(act.kind))
        if not self.name.hasFocus():
            self.name.setText(act.name)
        self.start.show_text(clock(act.start))
        self.length.show_text(clock(act.length))
        rig = self.desk.rig
        piped = rig is not None and has_lines(rig) and act.kind in DRAWING  # what is drawn, and how strong, the valves decide
        for name, field in self.fields.items():
            field.setVisible(act.kind in FOR.get(name, (act.kind,)) and not (piped and name == "strength"))
            field.show_value(getattr(act, name))
        self.tank.setVisible(act.kind in FOR["tank"] and not piped)
        listed = [("The one that fits", ""), *((n, a) for a, n in tank_names(rig).items())] if rig is not None else []
        self._show_runs(act, rig)
        if rig is not None:
            self.sets.show_act(act, rig)
        with QSignalBlocker(self.tank):
            self.tank.clear()
            for words, data in listed:
                self.tank.addItem(words, data)
            self.tank.setCurrentIndex(max(self.tank.findData(act.tank), 0))

    def _show_runs(self, act: Act, rig: Rig | None) -> None:
        """Which machine or pump runs; of one, nothing is asked."""
        able = [i for i in rig.items if can(i, "wash", "soft wash") and not i.built_in] if rig is not None else []
        self.runs.setVisible(act.kind in DRAWING and len(able) > 1)
        with QSignalBlocker(self.runs):
            self.runs.clear()
            offered: list[tuple[str, tuple[str, ...]]] = [("the one of its operator", ())]
            offered += [(item.name, (item.id,)) for item in able]
            washing = [item for item in able if can(item, "wash")]
            if len(washing) > 1:
                offered.append((f"{joined([i.name for i in washing])} together", tuple(i.id for i in washing)))
            if act.uses not in [ids for _, ids in offered]:
                offered.append((joined([i.name for i in able if i.id in act.uses]) or "nothing aboard", act.uses))
            for words, ids in offered:
                self.runs.addItem(f"Runs: {words}", list(ids))
            self.runs.setCurrentIndex(next(n for n, (_, ids) in enumerate(offered) if ids == act.uses))

    def _act(self) -> Act | None:
        acts = self.play.day.acts if self.play is not None else ()
        return next((a for a in acts if a.id == self.plot.act_id), None)

    def show_plot(self, on: bool) -> None:
        """Show or hide the day below the bench; hidden, the bench shows its state again."""
        self.plot.setVisible(on)
        if on:
            self.refresh()
        else:
            self.plot.time = None
            self.desk.show_moment("", {})

    # what is done

    def _keep(self, day: Day, words: str, merge: str = "") -> None:
        self.desk.edit(lambda r: replace(r, day=day), words, merge)

    def _begin(self) -> None:
        rig, school = self.desk.session.rig, self.begin.currentData()
        self.begin.setCurrentIndex(0)
        if rig is not None and school:
            self.plot.act_id = ""
            self._keep(template(rig, school, new_id), "a day begun")

    def _dragged(self, day: Day, done: bool) -> None:
        self._play(day)
        self._show()
        if done:
            self._keep(day, "the day")
        elif self.plot.time is not None:
            self._look(self.plot.time)

    def _choose(self, _: str) -> None:
        self._show()

    def _look(self, time: float) -> None:
        if self.play is not None and len(self.play.times):
            self.desk.show_moment(self.play.state_at(time), self.play.at(time))

    def _show_tightest(self) -> None:
        if self.play is not None and self.play.tightest is not None:
            self.plot.look(self.play.tightest.at)

    def _set(self, words: str, **fields: object) -> None:
        act, made = self._act(), self.play
        if act is not None and made is not None:
            new = replace(act, **fields)
            acts = tuple(new if a.id == act.id else a for a in made.day.acts)
            self._keep(replace(made.day, acts=acts), f"act: {words}")

    def _figure(self, name: str, value: float | None) -> None:
        if value is not None:
            self._set(name, **{name: value})

    def _rename(self) -> None:
        act, text = self._act(), self.name.text().strip()
        if act is not None and text != act.name:
            self._set("name", name=text)

    def _set_start(self, text: str) -> None:
        self._set("start", start=_clocked(text, "time of day", "7:30 or 14"))

    def _set_length(self, text: str) -> None:
        found = (
            read(text, "time", self.desk.units) if text.strip()[-1:].isalpha() else _clocked(text, "length", "0:40 or 25 min")
        )
        self._set("length", length=found)

    def _add(self) -> None:
        made = self.play
        acts = made.day.acts if made is not None else ()
        start = max([a.end for a in acts], default=7 * 3600.0)
        new = Act(id=new_id("act"), kind="wait", start=start, length=1800.0)
        self.plot.act_id = new.id
        self._keep(replace(made.day if made is not None else Day(), acts=(*acts, new)), "act added")

    def _remove(self) -> None:
        act, made = self._act(), self.play
        if act is not None and made is not None:
            self._keep(replace(made.day, acts=tuple(a for a in made.day.acts if a.id != act.id)), "act removed")

    def _write(self) -> None:
        path = asked_out(self, "Write the day's curves", "day.csv")
        if path is not None:
            self.write_to(path)

    def write_to(self, path: Path) -> None:
        """Write the curves as CSV; SI units."""
        import csv
        import io

        if self.play is None:
            return
        out = io.StringIO(newline="")
        csv.writer(out).writerows(table(self.play))
        lasts = (
            f"Curves of {duration(float(self.play.times[-1] - self.play.times[0]))}" if len(self.play.times) else "No curves"
        )
        write_out(self.desk, path, out.getvalue().encode(), lasts)


def _clocked(text: str, what: str, like: str) -> float:
    """Hours and minutes as they are typed [s]. Raises FreltError with an example."""
    hour, _, minute = text.strip().replace(".", ":").partition(":")
    if not hour.isdigit() or not (minute.isdigit() or not minute) or int(hour) > 47 or int(minute or 0) > 59:
        raise FreltError(f"“{text}” is no {what}; expected {like}")
    return int(hour) * 3600.0 + int(minute or 0) * 60.0
