"""What is on the desk: the session, what is in hand, the state shown, units and theme, with signals."""

from collections.abc import Callable, Sequence
from typing import TYPE_CHECKING

from msgspec.structs import replace
from PyQt6.QtCore import QObject, QTimer, pyqtSignal

from ...app.library import Library
from ...app.session import Session
from ...app.settings import SettingsStore
from ...core.base.text import capital
from ...core.base.units import Units
from ...core.base.value import FreltError
from ...core.judge.check import Check
from ...core.model.carrier import Carrier
from ...core.model.rig import Rig
from ...core.model.state import State
from ...core.report.verdict import drawn, first_of, speaking, spoken_state
from ...core.solve import Solved, solve
from ...paint.theme import THEMES, Theme
from .close_up import CloseUp
from .fix_search import FixSearch
from .jobs import Jobs
from .later import later
from .step import THINGS, Step

if TYPE_CHECKING:
    from ...core.edit.removal import Settled
    from ...core.placing.safe_floor import SafeFloor

WORST = "worst"
ENTRY = "application/x-frelt-entry"  # a catalog entry on its way to the bench
FITTING = "application/x-frelt-fitting"  # what is dragged onto a line


def _timer(parent: QObject, wait: int) -> QTimer:
    """A timer that fires once, some milliseconds after it was last started."""
    timer = QTimer(parent)
    timer.setSingleShot(True)
    timer.setInterval(wait)
    return timer


class Desk(QObject):
    """Everything the widgets share. `solved` is what they show: the drag in progress, or the document."""

    changed = pyqtSignal()  # the rig, or a drag in progress
    hand_changed = pyqtSignal()
    state_changed = pyqtSignal()
    carrier_changed = pyqtSignal()
    step_changed = pyqtSignal()
    looks_changed = pyqtSignal()  # units or theme
    catalog_changed = pyqtSignal()  # the shop's own entries
    offer_changed = pyqtSignal()  # what the catalog offers
    ghost_changed = pyqtSignal()  # where that would stand
    closing = pyqtSignal()
    said = pyqtSignal(str)  # what was done, a line
    refused = pyqtSignal(str)  # why something was not done, a line
    kept_safe = pyqtSignal(str)  # why the work could not be kept safe, or nothing
    asked = pyqtSignal(str)  # the dimension a field is about, to be drawn

    def __init__(self, session: Session, settings: SettingsStore) -> None:
        super().__init__()
        self.session, self.settings = session, settings
        self.kept = session.kept
        self.library = Library()
        self.in_hand = ""
        self.also: tuple[str, ...] = ()
        self.offered = ""  # the catalog entry that is chosen while the catalog is seen
        self.brought = ""  # the thing that is carried from the catalog onto the bench
        self.walking = False
        self.lines_shown = False  # over the plan in every step
        self.last_deck = ""
        self.caps: dict[str, float] = {}  # of the road fill last found, by tank
        self._moment: tuple[str, dict[str, float]] | None = None  # of a day that is looked at: state and fills
        self.carrier_id = ""
        self.whole_pair = False
        self.close_up = CloseUp(self)
        self.state_id = WORST
        self.step = Step.BIG_THINGS
        self.removes: list[
            Callable[[], bool]
        ] = []  # what Delete takes away before it asks for things; each says whether it did
        self._trial: Solved | None = None
        self._floor: tuple[Solved, str, SafeFloor] | None = None
        self.jobs = Jobs(self)
        self.cures = FixSearch(self)
        self._safe = _timer(self, 700)
        self._safe.timeout.connect(self.keep_safe)
        session.listen(self._session_changed)
        later(self, 300, self.cures.start)

    # what is shown

    @property
    def units(self) -> Units:
        units, rig = self.settings.value.units, self.rig
        return units if rig is None or rig.curb_side == units.curb else replace(units, curb=rig.curb_side)

    @property
    def theme(self) -> Theme:
        return THEMES[self.settings.value.theme]

    @property
    def rig(self) -> Rig | None:
        solved = self.solved
        return solved.rig if solved is not None else None

    @property
    def solved(self) -> Solved | None:
        return self._trial or self.session.solved

    @property
    def dragging(self) -> bool:
        return self._trial is not None

    @property
    def state(self) -> State | None:
        """The state drawn: the one chosen, or that of the worst check."""
        solved = self.solved
        if solved is None:
            return None
        spoken = spoken_state(solved)
        wanted = self._moment[0] if self._moment is not None else self.state_id
        return next((s for s in solved.rig.states if s.id == wanted), spoken)

    @property
    def carrier(self) -> Carrier | None:
        """The carrier drawn and worked on: that of the item in hand, else the one chosen, else the trailer."""
        solved = self.solved
        if solved is None:
            return None
        held = solved.frames.carrier_of.get(self.in_hand, "") or self.carrier_id
        return next((c for c in solved.rig.carriers if c.id == held), solved.rig.main)

    def show_carrier(self, carrier_id: str) -> None:
        """Draw and work on a carrier; an item of the other one is put down."""
        solved = self.solved
        if solved is not None and solved.frames.carrier_of.get(self.in_hand, carrier_id) != carrier_id:
            self.take("")
        self.close_up.leave()
        self.carrier_id = carrier_id
        self.carrier_changed.emit()

    @property
    def fills(self) -> dict[str, float]:
        """The fills drawn, by tank: those of the worst case in “worst of all”, else none beside the state's own."""
        solved = self.solved
        if self._moment is not None:
            return self._moment[1]
        said = drawn(solved) if solved is not None and self.state_id == WORST else None
        return said.fills if said is not None else {}

    def show_moment(self, state_id: str, fills: dict[str, float]) -> None:
        """Show the rig at a moment of its day, in a state at some fills; no more of it where the state is empty."""
        self._moment = (state_id, fills) if state_id else None
        self.state_changed.emit()

    def worst_check(self) -> Check | None:
        """The check spoken of: the rig's worst, or the chosen state's."""
        solved = self.solved
        if solved is None:
            return None
        if self.state_id != WORST and solved.by_state.get(self.state_id):
            return first_of(solved.by_state[self.state_id])
        return speaking(solved)

    def floor(self) -> "SafeFloor | None":
        """The safe floor of the item in hand. It does not depend on where the item stands, so a drag keeps it."""
        base = self.session.solved
        if base is None or not self.in_hand:
            return None
        from ...core.placing.safe_floor import safe_floor

        if self._floor is None or self._floor[0] is not base or self._floor[1] != self.in_hand:
            self._floor = (base, self.in_hand, safe_floor(base, self.in_hand, self.also))
        return self._floor[2]

    # edits

    def edit(self, make: "Callable[[Rig], Rig | Settled]", words: str, merge: str = "") -> bool:
        """Change the rig on the bench, undoably; says what went with what was removed, and why where it cannot be done."""
        self._trial = None
        rig = self.session.rig
        if rig is None:
            return False
        try:
            told = self.session.edit(make(rig), words, merge)
        except FreltError as err:  # anything else is a fault of ours, and no answer to a person
            self.refused.emit(f"{capital(str(err))}.")
            self.changed.emit()
            return False
        if told:
            self.said.emit(told)
        return True

    def attempt(self, rig: Rig) -> None:
        """Show a rig without keeping it: a step of a drag."""
        self._trial = solve(rig, self.kept)
        self.cures.cancel()
        self.changed.emit()

    def settle(self, words: str, dropped: str = "") -> None:
        """Keep what the drag came to, as one step of undo; an item that was dropped stands on what is below it."""
        trial, self._trial = self._trial, None
        if trial is not None:
            from ...core.placing.free_spot import reseated

            rig = reseated(trial, dropped) if dropped else trial.rig
            self.edit(lambda _: rig, words)

    def abandon(self) -> None:
        """Let a drag go back to where it began."""
        if self._trial is not None:
            self._trial = None
            self.changed.emit()
            self.cures.start()

    def undo(self) -> None:
        self.abandon()
        words = self.session.undo()
        self.said.emit(f"Undone: {words}." if words else "Nothing to undo.")

    def redo(self) -> None:
        words = self.session.redo()
        self.said.emit(f"Redone: {words}." if words else "Nothing to redo.")

    def offer(self, entry_id: str) -> None:
        """Show on the bench where a catalog entry would stand, or none of them."""
        if entry_id != self.offered:
            self.offered = entry_id
            self.offer_changed.emit()

    # choices

    @property
    def held(self) -> tuple[str, ...]:
        """Everything in hand, the one taken first in front."""
        return (self.in_hand, *self.also) if self.in_hand else ()

    def take_also(self, item_id: str) -> None:
        """Take one more in hand, or put that one down again."""
        if item_id in self.held:
            left = [i for i in self.held if i != item_id]
        else:
            left = [*self.held, item_id]
        self.take_all(left)

    def take_all(self, items: Sequence[str]) -> None:
        """Take several things in hand, the first of them in front."""
        first, *others = items or [""]
        self.also = ()
        self.take(first)
        self.also = tuple(others)
        self._floor = None
        self.hand_changed.emit()

    def take(self, item_id: str) -> None:
        """Take an item in hand, or put down what is there."""
        if item_id != self.in_hand or self.also:
            self.in_hand, self.also = item_id, ()
            self._floor = None
            rig = self.session.rig
            item = next((i for i in rig.items if i.id == item_id), None) if rig is not None else None
            if item is not None:
                self.last_deck = item.decks[0].id if item.decks else item.place.deck
            on = self.solved.frames.carrier_of.get(item_id, "") if self.solved is not None else ""
            if on and on != self.carrier_id:
                self.carrier_id = on
                self.carrier_changed.emit()
            if item_id and self.step not in THINGS:
                self.go(Step.BIG_THINGS)
            self.hand_changed.emit()

    def show_state(self, state_id: str) -> None:
        """Show the rig in a state; in the worst where it has none of that id (any more)."""
        rig = self.rig
        there = rig is not None and any(s.id == state_id for s in rig.states)
        self.state_id = state_id if there else WORST
        self.state_changed.emit()
        self.cures.start()

    def go(self, step: Step) -> None:
        self.step = Step(step)
        self.step_changed.emit()

    def set_looks(self, **fields: object) -> None:
        """Change units or theme, for good."""
        self.settings.change(**fields)
        self.looks_changed.emit()
        self.cures.forget()  # they are worded in units
        self.cures.start()

    # upkeep

    def keep_safe(self) -> None:
        """Write the autosave, and tell whether it could be."""
        self.kept_safe.emit(self.session.keep_safe())

    def _session_changed(self) -> None:
        self._trial = None
        rig = self.session.rig
        if rig is None or not any(i.id == self.in_hand for i in rig.items):
            had, self.in_hand, self.also = self.in_hand, "", ()
            if had:
                self.hand_changed.emit()
        elif self.also:
            self.also = tuple(a for a in self.also if any(i.id == a for i in rig.items))
        if rig is None or (self.state_id != WORST and not any(s.id == self.state_id for s in rig.states)):
            self.state_id = WORST
        self.changed.emit()
        self.cures.start()
        if not self._safe.isActive():
            self._safe.start()

    def finish(self) -> None:
        """Wait for the search that is under way, before the window goes."""
        self.closing.emit()
        self.cures.stop()
        self._safe.stop()
        self.jobs.finish()
