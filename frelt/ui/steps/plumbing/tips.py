"""Tips and hoses: what a machine's hose loses, the tip that uses its flow, and what the next half numbers would leave."""

from collections.abc import Sequence

from PyQt6.QtCore import QSignalBlocker
from PyQt6.QtWidgets import QCheckBox, QComboBox, QPushButton, QVBoxLayout, QWidget

from ....app.session import new_id
from ....core.base.units import Units
from ....core.network.tips import Tried
from ....core.report.tips import Hose, Machine, hoses, let_go, machines, marked, mixtures, suited, with_set
from ...frame.desk import Desk
from ...widgets.facts import Facts
from ...widgets.fields import FigureField, heading, link, prose
from ...widgets.let_go import emptied
from ...widgets.mannered import Options

GUNS = (1, 2, 3)
BARS = (2, 3, 4)  # tips in a cleaner's bar
OWN = "a hose of your own"


class TipsPart(QWidget):
    """Choices and figures; nothing of them is kept in the document, but for the sets that are marked."""

    def __init__(self, desk: Desk) -> None:
        super().__init__()
        self.desk = desk
        units = lambda: desk.units  # noqa: E731
        self.machine, self.hose, self.guns = Options(), Options(), Options()
        for box, words in ((self.machine, "Machine"), (self.hose, "Hose"), (self.guns, "Guns open at once")):
            box.setAccessibleName(words)
            box.setSizeAdjustPolicy(QComboBox.SizeAdjustPolicy.AdjustToMinimumContentsLengthWithIcon)
            box.activated.connect(lambda _: self.refresh())
        for n in GUNS:
            self.guns.addItem("One gun" if n == 1 else f"{n} guns, each with its own hose", n)
        self.bore = FigureField("Bore, inside", "length", units, self._set_bore, low=0.003, high=0.05, name="hose-bore")
        self.length = FigureField("Length", "distance", units, self._set_length, low=1.0, high=400.0, name="hose-length")
        self.wanted = FigureField(
            "Wanted at the tip", "pressure", units, self._set_wanted, low=1e5, high=5e7, may_be_empty=True, name="tip-wanted"
        )
        for n in BARS:
            self.guns.addItem(f"A cleaner bar of {n} tips", -n)
        self._own = Hose(OWN, 0.0095, 61.0)
        self._wanted: float | None = None
        self.found, self.beside, self.mixed = Facts(desk), Facts(desk), Facts(desk)
        self._now: tuple[Machine, int, int, float] | None = None
        self.mark = QPushButton("Mark these as a set")
        self.mark.clicked.connect(self._mark)
        self.sets_title, self.mixed_title = heading("Sets of tips"), heading("What a mixture leaves, on two guns")
        self.sets = QVBoxLayout()
        self.sets.setSpacing(2)
        layout = QVBoxLayout(self)
        layout.setContentsMargins(0, 0, 0, 0)
        layout.setSpacing(6)
        self.none = prose("No washing machine is aboard yet: put one on the deck, and its tips are worked out here.")
        for widget in (
            heading("Tips and hoses"),
            self.none,
            self.machine,
            self.hose,
            self.bore,
            self.length,
            self.guns,
            self.wanted,
            self.found,
            self.mark,
            self.beside,
            self.sets_title,
        ):
            layout.addWidget(widget)
        layout.addLayout(self.sets)
        for widget in (
            self.mixed_title,
            self.mixed,
            prose(
                "Hose smooth inside, its true bore, couplings and hub by a usual loss: ± 15 %. A gauge at the gun is better. "
                "Never pull a trigger at anybody; let the pressure off before a tip is changed."
            ),
        ):
            layout.addWidget(widget)
        layout.addStretch(1)

    def refresh(self) -> None:
        """Work it out for the rig on the bench."""
        rig, units = self.desk.rig, self.desk.units
        listed = machines(rig) if rig is not None else ()
        aboard = hoses(rig) if rig is not None else ()
        _choices(self.machine, [(m.name, m.item) for m in listed])
        _choices(self.hose, [(_said(h, units), n) for n, h in enumerate(aboard)] + [(OWN.capitalize(), -1)])
        own = self.hose.currentData() == -1
        for widget in (self.machine, self.hose, self.guns, self.wanted, self.found, self.beside, self.mark):
            widget.setVisible(bool(listed))
        for field in (self.bore, self.length):
            field.setVisible(bool(listed) and own)
        self.none.setVisible(not listed)
        self.bore.show_value(self._own.bore)
        self.length.show_value(self._own.length)
        if not listed:
            return
        machine = next((m for m in listed if m.item == self.machine.currentData()), listed[0])
        hose = self._own if own else aboard[self.hose.currentData()]
        said = int(self.guns.currentData())
        guns, tips = (said, 1) if said > 0 else (1, -said)
        trio = suited(machine, hose.line(), guns, self._wanted)
        self._now = machine, guns, tips, trio[1].number
        self.wanted.show_value(self._wanted, "all it can")
        self.found.show_facts([*_chosen(machine, trio[1], guns, units), *_bar(tips, trio[1])])
        alone = [_fewer(one, units) for one in let_go(machine, hose.line(), trio[1])]
        self.beside.show_facts([*_neighbors(trio, units), *alone])
        self._show_sets(machine)

    def _mark(self) -> None:
        """Keep the tips that suit as a set that is still owed."""
        if self._now is None:
            return
        machine, guns, tips, number = self._now
        name = f"{machine.name}, {'bar of ' + str(tips) if tips > 1 else 'one gun' if guns == 1 else f'{guns} guns'}"
        numbers = (round(number / tips * 2) / 2,) * tips if tips > 1 else (number,) * guns
        self.desk.edit(lambda r: marked(r, machine, guns, numbers, name, new_id("tips")), "a set of tips marked")

    def _show_sets(self, machine: Machine) -> None:
        emptied(self.sets)
        rig = self.desk.rig
        own = rig.plumbing.sets if rig is not None else ()
        self.sets_title.setVisible(bool(own))
        for one in own:
            numbers = " + ".join(f"{n:g}" for n in one.numbers)
            box = QCheckBox(f"{one.name}: {numbers}{'' if one.made else ', owed'}")
            box.setChecked(one.made)
            box.setToolTip("Ticked: it lies in the box. Press Delete to drop the set")
            box.toggled.connect(lambda on, i=one.id: self.desk.edit(lambda r: with_set(r, i, on), "a set of tips"))
            self.sets.addWidget(box)
            drop = link("drop it", lambda i=one.id: self.desk.edit(lambda r: with_set(r, i, None), "a set of tips dropped"))  # type: ignore[misc]
            self.sets.addWidget(drop)
        rows = mixtures(rig, machine) if rig is not None else ()
        self.mixed_title.setVisible(bool(rows))
        self.mixed.show_facts(
            [(f"a {m.numbers[0]:g} with a {m.numbers[1]:g}", self.desk.units.show(min(m.left, 1.0), "share")) for m in rows]
        )

    def _set_bore(self, value: float | None) -> None:
        for n in BARS:
            self.guns.addItem(f"A cleaner bar of {n} tips", -n)
        self._own = Hose(OWN, value or self._own.bore, self._own.length)
        self.refresh()

    def _set_length(self, value: float | None) -> None:
        for n in BARS:
            self.guns.addItem(f"A cleaner bar of {n} tips", -n)
        self._own = Hose(OWN, self._own.bore, value or self._own.length)
        self.refresh()

    def _set_wanted(self, value: float | None) -> None:
        self._wanted = value
        self.refresh()


def _choices(box: QComboBox, listed: Sequence[tuple[str, object]]) -> None:
    """Fill a list anew where it is another, what was chosen still chosen."""
    if [(box.itemText(n), box.itemData(n)) for n in range(box.count())] == list(listed):
        return
    kept = box.currentData()
    with QSignalBlocker(box):
        box.clear()
        for words, data in listed:
            box.addItem(words, data)
        box.setCurrentIndex(max(box.findData(kept), 0))


def _said(hose: Hose, units: Units) -> str:
    return f"{units.show(hose.length, 'distance')} of {units.show(hose.bore, 'length')}, {hose.name}"


def _chosen(machine: Machine, best: Tried, guns: int, units: Units) -> list[tuple[str, str]]:
    each = "a gun" if guns > 1 else "at the gun"
    said = [
        (f"{machine.name} gives", f"{units.show(machine.flow, 'flow')} at {units.show(machine.pressure, 'pressure')}"),
        (f"Tip{' on each gun' if guns > 1 else ''}", f"{best.number:g}"),
        (f"Flow {each}", units.show(best.each, "flow")),
        ("Hose, couplings and hub take", units.show(best.lost, "pressure")),
        ("Left at the tip", units.show(best.at_tip, "pressure")),
        ("The pump runs at", units.show(best.at_pump, "pressure")),
    ]
    if best.dumped:
        said.append(
            (f"The hose takes too much: {units.show(best.dumped, 'share')} of the flow goes back through the unloader.", "")
        )
    return said


def _bar(tips: int, best: Tried) -> list[tuple[str, str]]:
    """What each tip of a bar is, of the half numbers that are sold, and what that leaves."""
    if tips < 2:
        return []
    each = round(best.number / tips * 2) / 2
    return [
        (f"In a bar of {tips}, each", f"{each:g}"),
        ("that leaves of it", f"{min((best.number / (each * tips)) ** 2, 1.0) * 100:.0f} %"),
    ]


def _neighbors(trio: tuple[Tried, Tried, Tried], units: Units) -> list[tuple[str, str]]:
    small, best, large = trio
    said: list[tuple[str, str]] = [("Half a number smaller or larger", "")]
    for one in (small, large):
        if one.number == best.number:
            continue
        left = units.show(one.at_tip, "pressure")
        dumps = f", {units.show(one.dumped, 'share')} goes back" if one.dumped else ""
        said.append((f"{one.number:g} leaves{dumps}", left))
    return said


def _fewer(one: Tried, units: Units) -> tuple[str, str]:
    """A set for several guns with some of them let go."""
    some = "one gun" if one.guns == 1 else f"{one.guns} guns"
    back = f", {units.show(one.dumped, 'share')} goes back" if one.dumped else ""
    return f"These tips with {some} open{back}", units.show(one.at_tip, "pressure")
