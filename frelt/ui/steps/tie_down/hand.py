"""What is in hand of the tie-down: a thing with its picture and how far it is held, a strap, an anchor."""

from functools import partial

from PyQt6.QtWidgets import QVBoxLayout, QWidget

from ....core.base.text import uncapital
from ....core.base.value import FreltError
from ....core.edit.tie_down import free_name
from ....core.fixes.holding import Cure, cures
from ....core.geometry.frames import Frames
from ....core.kind.capability import can
from ....core.model.rig import Rig
from ....core.tie_down.can_hold import can_hold
from ....core.tie_down.held import Held, ways_of
from ....core.tie_down.hold_it import Proposal, hold_it, usually
from ....core.tie_down.will_carry import Push
from ...frame.desk import Desk
from ...frame.jobs import Running
from ...widgets.facts import Facts
from ...widgets.fields import heading, link, prose, title
from ...widgets.findings import Pressed
from ...widgets.let_go import emptied
from .forms import Forms
from .holds_table import HoldsTable
from .lay import LayStrap
from .now import HoldNow
from .picture import HeldPicture

PROPOSE, CURE, STATICS = "hold it", "cures", "can hold"
Can = dict[tuple[str, str], float | None]


class HoldHand(QWidget):
    """One form, made anew for what is in hand."""

    def __init__(self, desk: Desk, now: HoldNow) -> None:
        super().__init__()
        self.desk, self.now = desk, now
        self.box = QVBoxLayout(self)
        self.box.setContentsMargins(0, 0, 0, 0)
        self.box.setSpacing(6)
        self.picture, self.table = HeldPicture(desk), HoldsTable(desk)
        self.forms = Forms(desk, now, self.box)
        self._shown: object = None
        self._can: tuple[Held | None, Can] = (None, {})
        self._cures: tuple[Held | None, tuple[Cure, ...]] = (None, ())

    def refresh(self) -> None:
        """Show what is in hand, as it stands."""
        rig = self.desk.session.rig
        key = (self.now.held, self.now.strap, rig.tie_down if rig is not None else None, self.now.one(), self.desk.units,
               self._can, self._cures)  # fmt: skip
        if key == self._shown:
            return
        self._shown = key
        for kept in (self.picture, self.table):
            self.box.removeWidget(kept)
            kept.hide()
        emptied(self.box)
        self.forms.fields = {}
        strap = self.now.own_strap()
        anchor = rig.tie_down.anchor(self.now.strap) if rig is not None else None
        if strap is not None:
            self.forms.strap(strap)
        elif anchor is not None:
            self.forms.anchor(anchor)
        elif rig is not None and any(i.id == self.now.held for i in rig.items):
            self._of_thing(rig)
        else:
            self.box.addWidget(title("Nothing in hand"))
            self.box.addWidget(
                prose(
                    "Press a thing, a strap or an anchor on a drawing. A double click on a deck puts a ring there; drag from one ring over "
                    "a thing to another to lay a strap, or onto the thing to hook it there."
                )
            )
        self.box.addStretch(1)

    def remove(self) -> bool:
        """Take the strap or anchor in hand away; says whether there was one."""
        return self.forms.remove()

    # a thing

    def _of_thing(self, rig: Rig) -> None:
        one, item, units = self.now.one(), rig.item(self.now.held), self.desk.units
        self.box.addWidget(title(item.name))
        if one is None or self.now.of is not rig:
            self.box.addWidget(prose("Working out what holds it …"))
            if one is None:
                return
        loads = one.body.loads
        weights = " to ".join(units.show(x.mass, "mass") for x in loads)
        riding = f", with {len(one.body.with_it)} on it" if one.body.with_it else ""
        self.box.addWidget(
            prose(
                f"{weights}{riding}, on {uncapital(one.body.deck.name)}. Rubs {one.body.rubs.low:.2f} wet to {one.body.rubs.high:.2f} dry."
            )
        )
        self.box.addWidget(self.picture)
        self.picture.show_held(one)
        self.box.addWidget(self.table)
        if one.how == "strapped" and self._can[0] is not one:
            self._find_can(one)
        self.table.show_held(one, self._can[1] if self._can[0] is one else {})
        facts = Facts(self.desk)
        facts.show_facts(self._facts(one))
        self.box.addWidget(facts)
        self._buttons(item.id, item.name, one)
        self._what_holds(rig, one)

    def _facts(self, one: Held) -> list[tuple[str, str]]:
        units, rows = self.desk.units, []
        if one.rule is not None:
            r = one.rule
            rows.append(("Tie-downs, asked for by 49 CFR 393.110", f"{r.number} of {r.wanted}"))
            rows.append(
                ("Sum of limits, half its weight (393.106)", f"{units.show(r.limits, 'mass')}, {units.show(r.half, 'mass')}")
            )
        elif one.how == "bolted":
            rows.append(("A bolted fit-out is not taken as cargo (rules)", ""))
        if one.how == "bolted":
            pull, shear = one.bolt_loads
            rows.append(("One bolt is pulled by at most", units.show(pull, "mass")))
            rows.append(("and sheared by", units.show(shear, "mass")))
        if one.need:
            rows.append(("An unread anchor must hold at least", units.show(one.need, "mass")))
        if one.missing:
            listed = list(one.missing)
            rows.append((f"Unread: {', '.join(listed[:3])}{f' and {len(listed) - 3} more' if len(listed) > 3 else ''}", ""))
        if one.how in ("said", "nothing"):
            rows.append(
                (
                    f"Said to be held by {one.item.held}; by what exactly is not drawn"
                    if one.how == "said"
                    else "How it is held is not said",
                    "",
                )
            )
        return rows

    def _buttons(self, item_id: str, name: str, one: Held) -> None:
        by = usually(one.item)
        other = "bolts" if by == "straps" else "straps"
        first = "Hold it with the fewest straps" if by == "straps" else "Hold it with bolts"
        self.forms.button(first, lambda: self._propose(item_id, by), "hold-it")
        self.box.addWidget(link(f"hold it with {other} instead", lambda: self._propose(item_id, other)))
        if one.body.pulls or one.body.bears or one.how == "bolted":
            self.box.addWidget(link("take all that holds it off", lambda: self.forms.loosen(item_id, name)))
        if one.how == "strapped" and one.status in ("over", "tight"):
            self._show_cures(one)

    def _what_holds(self, rig: Rig, one: Held) -> None:
        tie = rig.tie_down
        if one.body.pulls:
            self.box.addWidget(heading("Its straps"))
            said = self.picture.pulls()
            for pull in one.body.pulls:
                s = pull.strap
                words = f"{s.name or s.id}: bears {said.get(s.id, 'nothing known')}"
                self.box.addWidget(link(words, partial(self.now.take, one.item.id, s.id)))
        solved = self.desk.session.solved
        if solved is not None and one.item.id in solved.frames.items:
            lay = LayStrap(self.desk, self.now)
            lay.show_rig(rig, solved.frames)
            self.box.addWidget(lay)
        for b in tie.bolts:
            if b.item == one.item.id:
                self.forms.bolts(b)
        for block in tie.blocks:
            if block.item == one.item.id:
                self.forms.block(block)
        what = "its drum" if can(one.item, "run off") else "its doors and drawers" if can(one.item, "swing open") else ""
        if what:
            lock = next((x for x in tie.locks if x.item == one.item.id), None)
            self.forms.lock(one.item.id, what, lock, free_name(rig, "P"))

    # beside the window

    def _find_can(self, one: Held) -> None:
        """What statics allow, worked out beside the window."""
        rig = self.desk.session.rig
        if rig is None:
            return
        ways = ways_of(rig.rules)

        def work(_: Running) -> Can:
            mu = (one.body.rubs.low + one.body.rubs.high) / 2
            pushes = [Push(one.body, x, w.vector, mu, 1.0) for x in one.body.loads for w in ways]
            found = can_hold(pushes)
            keys = [(w.words, x.words) for x in one.body.loads for w in ways]
            return dict(zip(keys, found, strict=True))

        def done(found: Can) -> None:
            self._can = (one, found)
            self.refresh()

        self.desk.jobs.start(STATICS, work, done)

    def _propose(self, item_id: str, by: str) -> None:
        rig = self.desk.session.rig
        if rig is None:
            return

        def work(_: Running) -> Proposal:
            return hold_it(rig, Frames(rig), item_id, by)  # type: ignore[arg-type]

        def done(found: Proposal) -> None:
            if self.desk.session.rig is rig:
                self.desk.edit(lambda _: found.rig, f"{rig.item(item_id).name} held: {found.words}")
                self.desk.said.emit(f"{rig.item(item_id).name}: {found.words}.")

        def failed(err: Exception) -> None:
            if not isinstance(err, FreltError):
                raise err
            words = str(err)
            self.desk.refused.emit(f"{words[:1].upper()}{words[1:]}.")

        self.desk.jobs.start(PROPOSE, work, done, failed)

    def _show_cures(self, one: Held) -> None:
        rig = self.desk.session.rig
        if rig is None:
            return
        if self._cures[0] is one:
            self.box.addWidget(heading("What would cure it"))
            for cure in self._cures[1]:
                words = f"{cure.words[:1].upper()}{cure.words[1:]}"
                button = Pressed(words, "offer")
                button.clicked.connect(partial(self._cure, one, cure))
                self.box.addWidget(button)
            if not self._cures[1]:
                self.box.addWidget(prose("No one change holds it: hold it anew, or lower it."))
            return

        def done(found: tuple[Cure, ...]) -> None:
            self._cures = (one, found)
            self.refresh()

        self.desk.jobs.start(CURE, lambda _: cures(rig, Frames(rig), one.item.id), done)

    def _cure(self, one: Held, cure: Cure, _: bool = False) -> None:
        if self.now.of is self.desk.session.rig:
            self.desk.edit(lambda _: cure.rig, f"{one.item.name}: {cure.words}")
