"""The chassis: every length, empty weight and plate typed, while the drawing shows which one is meant."""

from msgspec.structs import replace
from PyQt6.QtWidgets import QComboBox, QLabel, QVBoxLayout, QWidget

from ....core.edit.removal import without_carrier
from ....core.model.carrier import Carrier, Stand, Trailer, kind_of_carrier
from ....core.model.condition import Condition
from ....core.planning.questions import questions
from ...frame.desk import Desk
from ...frame.page import Page
from ...widgets.arrival import Arrival
from ...widgets.fields import FigureField, column, heading, link, prose
from ...widgets.let_go import let_go
from ...widgets.mannered import Options
from ...widgets.parts import PartsList
from ...widgets.text import Words
from . import trailer as trailer_fields
from . import vehicle as vehicle_fields
from .body import around, lists
from .form import Form
from .library import LibraryLinks
from .rules import RulesFields


class ChassisPage(Page):
    """Fields of the carrier drawn, made anew when what it has changes."""

    def __init__(self, desk: Desk) -> None:
        super().__init__(desk)
        desk.carrier_changed.connect(self._if_seen)
        self._box = QVBoxLayout(self)
        self._box.setContentsMargins(0, 0, 0, 0)
        self._box.setSpacing(6)
        self._content: QWidget | None = None
        self._made_for: tuple[object, ...] | None = None
        self._form = Form(desk)
        self._lists: list[PartsList] = []
        self.rules = RulesFields(desk)
        self.bars = vehicle_fields.BarsFields(desk)
        self.carriers = Options()
        self.carriers.setAccessibleName("Carrier on the bench")
        self.carriers.setSizeAdjustPolicy(QComboBox.SizeAdjustPolicy.AdjustToMinimumContentsLengthWithIcon)
        self.carriers.activated.connect(lambda _: desk.show_carrier(self.carriers.currentData()))
        self.named = prose("")
        self.again = Words()
        self.again.setObjectName("again")
        self.again.setWordWrap(True)
        self.library = LibraryLinks(desk)
        self.off = link("", self._take_off)
        self._asked: tuple[str, set[str]] = ("", set())  # of which carrier, what was asked before
        for widget in (self.carriers, self.named):
            self._box.addWidget(widget)

    def refresh(self) -> None:
        """Show the carrier as it stands."""
        carrier = self.desk.carrier
        key = _shape(carrier) if carrier is not None else None
        if key != self._made_for or self._content is None:
            self._rebuild(carrier)
            self._made_for = key
        rig = self.desk.rig
        several = rig is not None and len(rig.carriers) > 1
        self.carriers.setVisible(several)
        self.named.setVisible(several)
        self.again.setVisible(False)
        if rig is None or carrier is None:
            return
        if several:
            self.carriers.clear()
            for c in rig.carriers:
                self.carriers.addItem(_word(c).capitalize(), c.id)
            self.carriers.setCurrentIndex(self.carriers.findData(carrier.id))
        self.named.setText(carrier.name)
        self._form.refresh()
        self.arrival.show_arrival(carrier.owner, carrier.condition)
        for one in self._lists:
            one.refresh()
        self.bars.refresh()
        self.rules.refresh()
        self.library.refresh()
        self.off.setText(f"Take the {_word(carrier)} off this rig")
        self.off.setVisible(several)
        self._ask(carrier)

    def _ask(self, carrier: Carrier) -> None:
        """What cannot well be is listed at the end, where it moves no field, and told when it comes up."""
        asked = questions(carrier, self.desk.units)
        self.again.setText("\n".join(f"Look again: {q.words}" for q in asked))
        self.again.setVisible(bool(asked))
        before, self._asked = self._asked, (carrier.id, {q.field for q in asked})
        new = next((q for q in asked if q.field not in before[1]), None)
        if new is not None and before[0] == carrier.id:
            self.desk.said.emit(f"Look again: {new.words}")

    def _rebuild(self, carrier: Carrier | None) -> None:
        for kept in (self.rules, self.bars, self.library, self.off):
            kept.setParent(None)
        if self._content is not None:
            let_go(self._content)
        self._form, self._lists = Form(self.desk), []
        self._content = QWidget()
        if carrier is None:
            words = "No chassis yet. Take a class under Job, then tape it and read its plates here."
            layout = column(heading("Chassis"), prose(words))
        else:
            layout = column(*self._parts(carrier))
        layout.addStretch(1)
        self._content.setLayout(layout)
        self._box.addWidget(self._content, 1)
        self._box.addWidget(self.again)
        for kept in (self.rules, self.bars, self.library, self.off):
            kept.setVisible(carrier is not None)

    def _parts(self, carrier: Carrier) -> list[QWidget]:
        form = self._form
        self._lists = lists(form, carrier)
        self.arrival = Arrival(lambda: self.desk.units, self._arrived, "chassis")
        if isinstance(carrier, Stand):
            words = (
                "A skid by itself stands on the shop's floor. Its forks and forklift are with the skid; F4 sets it into a bed."
            )
            return [heading("The shop's floor"), prose(words), *self._lists, self.rules, self.library, self.off]
        *around_it, aboard = self._lists
        widgets: list[QWidget] = [heading("Tape it")]
        if isinstance(carrier, Trailer):
            taped = trailer_fields.tape(form, carrier)
            self.axles = taped[0]
            self.sharing = taped[2] if len(carrier.axles) > 1 else None
            weighed, plates = trailer_fields.weigh(form, carrier), trailer_fields.plates(form, carrier)
        else:
            taped = [*vehicle_fields.tape(form, carrier), *vehicle_fields.hitch(form)]
            weighed, plates = vehicle_fields.weigh(form), vehicle_fields.plates(form, carrier)
        widgets += [*taped, heading("Around the deck"), *around(form, carrier), *around_it]
        widgets += [heading("Weigh it, empty"), *weighed, self._note(), aboard]
        widgets += [heading("Whose, and how it came"), self.arrival]
        widgets += [heading("Read its plates"), *plates, self.bars, self.rules, self.library, self.off]
        return widgets

    def _arrived(self, owner: str, condition: Condition, what: str) -> None:
        self._form.change(lambda c: replace(c, owner=owner, condition=condition), what)

    def _note(self) -> QLabel:
        note = Words("Scale figures; what was aboard is listed below and taken off.")
        note.setObjectName("quiet")
        note.setWordWrap(True)
        return note

    def rule(self, field: str) -> FigureField:
        """The field of a rule a limit names, such as `rules.person`. Raises KeyError."""
        return self.rules.fields[field]

    def _take_off(self) -> None:
        """Take the carrier drawn off the rig, with all that stands on it; undoable."""
        solved, carrier = self.desk.session.solved, self.desk.carrier
        if solved is None or carrier is None or len(solved.rig.carriers) < 2:
            return
        gone = carrier.id
        self.desk.edit(lambda r: without_carrier(r, gone), f"{_word(carrier)} taken off")


def _word(carrier: Carrier) -> str:
    return kind_of_carrier(carrier)


def _shape(c: Carrier) -> tuple[object, ...]:
    """What the fields of a carrier depend on."""
    if isinstance(c, Stand):
        return (c.id, tuple(d.kind for d in c.decks))
    own = (c.sharing, c.coupler, c.body.kind) if isinstance(c, Trailer) else (c.body_kind, c.rear[0].tires.each_end)
    return (c.id, len(c.axles), *own, tuple(d.kind for d in c.decks))
