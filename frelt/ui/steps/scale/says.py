"""What the weighings say: predicted beside read, whether it fits, where the difference sits, slips, and the switch."""

from functools import partial

from msgspec.structs import replace
from PyQt6.QtWidgets import QCheckBox, QVBoxLayout, QWidget

from ....app.lessons import forget, lessons, teach
from ....app.session import new_id
from ....core.base.text import uncapital
from ....core.base.units import Units
from ....core.base.value import FreltError
from ....core.edit.weighings import counted, mended, unmended, without_weighing
from ....core.geometry.frames import Frames
from ....core.model.rig import Rig
from ....core.model.tank_names import tank_names
from ....core.model.ticket import Mend, Weighing
from ....core.planning.found_kit import where_found, with_found
from ....core.scale.fits import NOT, Fit, survival, told_apart
from ....core.scale.learned import lesson
from ....core.scale.slips import Slip, apart, stood_words, told_once
from ...frame.desk import Desk
from ...widgets.facts import Facts
from ...widgets.fields import heading, link, prose, title
from ...widgets.findings import Pressed
from ...widgets.let_go import emptied
from .now import Said, ScaleNow
from .table import ReadTable

MOST = 3  # slips that are told
VERDICTS = {
    "fits": "The readings fit what was predicted.",
    "look again": "The readings are further off than they mostly are: look again.",
    "does not fit": "The readings do not fit: something is otherwise than it is told here.",
}


class SaysPart(QWidget):
    """Made anew for what is said."""

    def __init__(self, desk: Desk, now: ScaleNow) -> None:
        super().__init__()
        self.desk, self.now = desk, now
        self.box = QVBoxLayout(self)
        self.box.setContentsMargins(0, 0, 0, 0)
        self.box.setSpacing(6)
        self.use: QCheckBox | None = None
        self.tables: list[ReadTable] = []
        self._shown: tuple[object, ...] = ()

    def refresh(self) -> None:
        """Show what is said of the rig as it stands."""
        rig = self.desk.session.rig
        key = (id(rig), id(self.now.said), self.desk.units)
        if key == self._shown:
            return
        self._shown = key
        emptied(self.box)
        self.tables = []
        if rig is None or not rig.weighings:
            self.box.addWidget(title("Not weighed yet"))
            self.box.addWidget(
                prose(
                    "A ticket settles more than any estimate. Type one under Ticket; of the bare carrier too, before anything is built in."
                )
            )
        elif self.now.said is None or self.now.of is not rig:
            self.box.addWidget(prose("Holding the readings against what was predicted …"))
        else:
            self._all(rig, self.now.said)
        self.box.addStretch(1)

    def _all(self, rig: Rig, said: Said) -> None:
        units = self.desk.units
        self.use = QCheckBox("Use what the scale says")
        self.use.setChecked(rig.use_scale)
        self.use.setToolTip("Margins and posts follow the readings; the figures you typed stay as they are")
        self.use.clicked.connect(self._use)
        self.box.addWidget(self.use)
        count = said.fit.count
        if len(rig.weighings) > 1:
            self.box.addWidget(prose(f"{len(rig.weighings)} tickets, {count} readings together. {VERDICTS[said.fit.verdict]}"))
        for weighing in reversed(rig.weighings):
            self._one(rig, weighing, said, units)
        if said.fit.sits and said.fit.verdict != "does not fit":
            self._sits(said.fit, units)

    def _one(self, rig: Rig, weighing: Weighing, said: Said, units: Units) -> None:
        t = weighing.ticket
        self.box.addWidget(heading(" · ".join(x for x in (t.when, t.place, t.scale) if x)))
        _, own, listed = said.own.get(t.id, (None, None, ()))
        why = said.together.why.get(t.id, "")
        if own is None or not own.beside:
            self.box.addWidget(prose(f"Not compared: {why}." if why else "Not compared."))
        else:
            table = ReadTable(self.desk)
            table.show_readings(rig, weighing, own)
            table.setToolTip("Press a reading to set it aside; the ticket keeps it")
            table.struck.connect(partial(self._strike, t.id))
            self.tables.append(table)
            self.box.addWidget(table)
            chance = f" (by chance {own.p * 100:.0f} times in 100)" if own.p >= 0.005 else " (hardly ever by chance)"
            self.box.addWidget(prose(VERDICTS[own.verdict] + (chance if own.verdict != "fits" else "")))
            if own.verdict != "fits" or (listed and listed[0].kind != "nothing"):
                self._slips(rig, weighing, listed)
        for words in _agreed(rig, weighing):
            self.box.addWidget(prose(f"Agreed: {words}."))
        if weighing.mends:
            self.box.addWidget(link("take it as it was printed", partial(self._edit, t.id, "unmended")))
        self.box.addWidget(
            link(
                "leave this ticket aside" if weighing.counts else "count this ticket again",
                partial(self._edit, t.id, "counts", not weighing.counts),
            )
        )
        self._teaching(rig, weighing, own)
        self.box.addWidget(link("take it back from this rig", partial(self._edit, t.id, "back")))

    def _teaching(self, rig: Rig, weighing: Weighing, own: Fit | None) -> None:
        """Whether the shop's catalog hears of this ticket: only one that fits, once, and it can be taken back."""
        try:
            taught = any(x.id == weighing.ticket.id for x in lessons())
        except FreltError as err:
            self.box.addWidget(prose(f"{str(err)[:1].upper()}{str(err)[1:]}."))
            return
        if taught:
            self.box.addWidget(
                link("the shop's catalog has learned from it: take that back", partial(self._forget, weighing.ticket.id))
            )
        elif own is not None and own.verdict == "fits":
            self.box.addWidget(link("let the shop's catalog learn from it", partial(self._teach, rig, weighing)))

    def _teach(self, rig: Rig, weighing: Weighing) -> None:
        made = lesson(rig, weighing)
        if made is None:
            self.desk.refused.emit("It teaches nothing: no thing aboard still has the catalog's own weight.")
            return
        try:
            teach(made)
        except (FreltError, OSError) as err:
            self.desk.refused.emit(f"{str(err)[:1].upper()}{str(err)[1:]}.")
            return
        self.desk.said.emit(
            f"The shop's catalog has learned of {len(made.entries)} entries; what it says now is offered where one is in hand."
        )
        self._again()

    def _forget(self, ticket_id: str) -> None:
        if forget(ticket_id):
            self.desk.said.emit("What that ticket taught is taken back.")
        self._again()

    def _again(self) -> None:
        self._shown = ()
        self.refresh()

    def _slips(self, rig: Rig, weighing: Weighing, listed: tuple[Slip, ...]) -> None:
        if not listed:
            return
        self.box.addWidget(heading("What would explain it"))
        if survival(listed[0].chi2, max(len(listed[0].shift), 1)) < NOT:
            self.box.addWidget(prose("None of these explains all of it. Was it another rig, another state, or another day?"))
        shown = [s for s in told_once(listed, MOST) if s.weight >= 0.01]
        for slip in shown:
            words = f"{slip.weight * 100:.0f} %  {slip.words}"
            if slip.mends:
                button = Pressed(f"{words}. Agree, and read it so", "offer")
                button.clicked.connect(partial(self._agree, weighing.ticket.id, slip))
                self.box.addWidget(button)
            elif (place := where_found(rig, Frames(rig), slip)) is not None:
                button = Pressed(f"{words}. Count it as kit by {uncapital(place[1])}", "offer")
                button.clicked.connect(partial(self._count, slip))
                self.box.addWidget(button)
            else:
                self.box.addWidget(prose(words + "."))
        alike = [s for s in shown[1:] if not apart(shown[0], s)]
        if alike:
            self.box.addWidget(
                prose(
                    "These readings cannot tell the first from "
                    + ("the second." if len(alike) == 1 else "the others.")
                    + " See what to weigh next."
                )
            )

    def _sits(self, found: Fit, units: Units) -> None:
        self.box.addWidget(heading("Where the difference sits"))
        rows: list[tuple[str, str]] = []
        for one in found.sits[:5]:
            if abs(one.mass) >= 0.5:
                sign = "+" if one.mass > 0 else "−"
                rows.append((told_apart(one), f"{sign}{units.show(abs(one.mass), 'mass')} ± {units.show(one.pm, 'mass')}"))
            else:
                rows.append((told_apart(one), f"{one.share * 100:.0f} % of it"))
        facts = Facts(self.desk)
        facts.show_facts(rows)
        self.box.addWidget(facts)
        if any(len(s.names) > 1 for s in found.sits[:5]):
            self.box.addWidget(prose("What stands in one line these readings cannot tell apart."))

    # edits

    def _use(self, on: bool) -> None:
        self.desk.edit(
            lambda r: replace(r, use_scale=on), "what the scale says is used" if on else "what the scale says is left aside"
        )

    def _strike(self, ticket_id: str, number: int) -> None:
        self.desk.edit(lambda r: mended(r, ticket_id, Mend(kind="set aside", readings=(number,))), "a reading set aside")

    def _count(self, slip: Slip, _: bool = False) -> None:
        self.desk.edit(lambda r: with_found(r, Frames(r), slip, new_id), "what the scale found is counted")

    def _agree(self, ticket_id: str, slip: Slip, _: bool = False) -> None:
        self.desk.edit(lambda r: mended(r, ticket_id, *slip.mends), f"agreed: {slip.words[:1].lower()}{slip.words[1:]}")

    def _edit(self, ticket_id: str, what: str, value: bool = False) -> None:
        if what == "unmended":
            self.desk.edit(lambda r: unmended(r, ticket_id), "the ticket as it was printed")
        elif what == "counts":
            self.desk.edit(lambda r: counted(r, ticket_id, value), "ticket counted again" if value else "ticket left aside")
        else:
            self.desk.edit(lambda r: without_weighing(r, ticket_id), "ticket taken back")


def _agreed(rig: Rig, weighing: Weighing) -> list[str]:
    """What was agreed to be wrong, in words."""
    made = []
    names = {i.id: i.name for i in rig.items} | tank_names(rig)
    readings = weighing.ticket.readings
    for m in weighing.mends:
        own = [stood_words(rig, readings[n]) for n in m.readings if n < len(readings)]
        match m.kind:
            case "swapped":
                made.append(f"{own[0]} and {own[1][:1].lower()}{own[1][1:]} are exchanged")
            case "read as":
                made.append(f"{own[0]} is read otherwise")
            case "set aside":
                made.append(f"{' and '.join(own)} set aside")
            case "fill":
                made.append(f"{names.get(m.what, m.what)} was {'full' if (m.value or 0) > 0.5 else 'empty'}")
            case "aboard too":
                made.append(f"{names.get(m.what, m.what)} was aboard")
            case "not aboard":
                made.append(f"{names.get(m.what, m.what)} was not aboard")
            case "hitched":
                made.append("it was hitched")
            case "not hitched":
                made.append("it stood on its jack")
    return made
