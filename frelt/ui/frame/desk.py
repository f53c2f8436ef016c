"""What is on the desk: the session, what is in hand, the state shown, units and theme, with signals."""

from collections.abc import Callable, Sequence

from msgspec.structs import replace
from PyQt6.QtCore import QObject, QTimer, pyqtSignal

from ...app.library import Library
from ...app.session import Session, new_id
from ...app.settings import SettingsStore
from ...core.base.text import capital
from ...core.base.units import Units
from ...core.base.value import FreltError
from ...core.edit.removal import Settled
from ...core.fixes.fix import Fix, fixes
from ...core.judge.check import Check
from ...core.kind.capability import can
from ...core.model.carrier import Carrier
from ...core.model.rig import Rig
from ...core.model.state import State
from ...core.placing.free_spot import reseated
from ...core.placing.put_on import put_on
from ...core.placing.safe_floor import SafeFloor, safe_floor
from ...core.report.verdict import speaking, spoken_state
from ...core.solve import Solved, solve
from ...paint.theme import THEMES, Theme
from .jobs import Jobs, Running
from .later import later

WORST = "worst"
FIXES = "fixes"  # the job that looks for them
ENTRY = "application/x-frelt-entry"  # a catalog entry on its way to the bench
STEPS = (
    "Job",
    "Chassis",
    "Big things",
    "Small things",
    "Liquids, road",
    "Plumbing",
    "Wiring",
    "Tie-down",
    "Scale",
    "Hand-over",
)


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
    fixes_ready = pyqtSignal()
    closing = pyqtSignal()
    said = pyqtSignal(str)  # a line for the message bar
    asked = pyqtSignal(str)  # the dimension a field is about, to be drawn

    def __init__(self, session: Session, settings: SettingsStore) -> None:
        super().__init__()
        self.session, self.settings = session, settings
        self.kept = session.kept
        self.library = Library()
        self.in_hand = ""
        self.also: tuple[str, ...] = ()
        self.walking = False
        self._last_deck = ""
        self.caps: dict[str, float] = {}  # of the road fill last found, by tank
        self._moment: tuple[str, dict[str, float]] | None = None  # of a day that is looked at: state and fills
        self.carrier_id = ""
        self.whole_pair = False
        self.state_id = WORST
        self.step = 2
        self._trial: Solved | None = None
        self._floor: tuple[Solved, str, SafeFloor] | None = None
        self._fixes: tuple[Fix, ...] = ()
        self._searched: tuple[Solved, str] | None = None  # for what the fixes were found
        self.jobs = Jobs(self)
        self._idle = _timer(self, 60)
        self._idle.timeout.connect(self._find_fixes)
        self._safe = _timer(self, 700)
        self._safe.timeout.connect(session.keep_safe)
        session.listen(self._session_changed)
        later(self, 300, self._idle.start)

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
        return next((c for c in solved.rig.carriers if c.id == held), solved.rig.trailer or solved.rig.vehicle)

    def show_carrier(self, carrier_id: str) -> None:
        """Draw and work on a carrier; an item of the other one is put down."""
        solved = self.solved
        if solved is not None and solved.frames.carrier_of.get(self.in_hand, carrier_id) != carrier_id:
            self.take("")
        self.carrier_id = carrier_id
        self.carrier_changed.emit()

    @property
    def fills(self) -> dict[str, float]:
        """The fills drawn, by tank: those of the worst case in “worst of all”, else none beside the state's own."""
        solved = self.solved
        if self._moment is not None:
            return self._moment[1]
        said = speaking(solved) if solved is not None and self.state_id == WORST else None
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
            return solved.by_state[self.state_id][0]
        return speaking(solved)

    def floor(self) -> SafeFloor | None:
        """The safe floor of the item in hand. It does not depend on where the item stands, so a drag keeps it."""
        base = self.session.solved
        if base is None or not self.in_hand:
            return None
        if self._floor is None or self._floor[0] is not base or self._floor[1] != self.in_hand:
            self._floor = (base, self.in_hand, safe_floor(base, self.in_hand, self.also))
        return self._floor[2]

    # edits

    def edit(self, make: Callable[[Rig], Rig | Settled], words: str, merge: str = "") -> bool:
        """Change the rig on the bench, undoably; says what went with what was removed, and why where it cannot be done."""
        self._trial = None
        rig = self.session.rig
        if rig is None:
            return False
        try:
            told = self.session.edit(make(rig), words, merge)
        except (FreltError, KeyError) as err:
            self.said.emit(f"{capital(str(err))}.")
            self.changed.emit()
            return False
        if told:
            self.said.emit(told)
        return True

    def put(self, entry_id: str, u: float | None = None, v: float | None = None) -> None:
        """Put a catalog entry on the main deck, in hand; in the middle unless told where [m]."""
        rig, carrier = self.session.rig, self.carrier
        if rig is None or carrier is None:
            self.said.emit("First take a chassis, under Job.")
            return
        entry = self.library.entry(entry_id)
        if entry is None:
            self.said.emit("That entry is no longer in the catalog.")
            return
        deck = "" if u is not None or can(entry.item, "bear things") else self._deck_for_new()
        made, item = put_on(rig, entry, new_id, u, v, carrier.id, deck)
        if u is not None:
            made = reseated(solve(made, self.kept), item.id)
        if self.edit(lambda _: made, f"{item.name} added"):
            self.take(item.id)

    def _deck_for_new(self) -> str:
        """The level deck or the rack worked on last, if it is still there and on the carrier drawn."""
        solved, carrier = self.session.solved, self.carrier
        if solved is None or carrier is None:
            return ""
        frames = solved.frames
        known = self._last_deck in frames.decks and frames.carrier_of.get(self._last_deck) == carrier.id
        hangs = any(d.id == self._last_deck for i in solved.rig.items for d in i.decks)
        return self._last_deck if known and (hangs or frames.decks[self._last_deck].level) else ""

    def attempt(self, rig: Rig) -> None:
        """Show a rig without keeping it: a step of a drag."""
        self._trial = solve(rig, self.kept)
        self.jobs.cancel(FIXES)
        self.changed.emit()

    def settle(self, words: str, dropped: str = "") -> None:
        """Keep what the drag came to, as one step of undo; an item that was dropped stands on what is below it."""
        trial, self._trial = self._trial, None
        if trial is not None:
            rig = reseated(trial, dropped) if dropped else trial.rig
            self.edit(lambda _: rig, words)

    def abandon(self) -> None:
        """Let a drag go back to where it began."""
        if self._trial is not None:
            self._trial = None
            self.changed.emit()
            self._idle.start()

    def undo(self) -> None:
        self.abandon()
        words = self.session.undo()
        self.said.emit(f"Undone: {words}." if words else "Nothing to undo.")

    def redo(self) -> None:
        words = self.session.redo()
        self.said.emit(f"Redone: {words}." if words else "Nothing to redo.")

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
                self._last_deck = item.decks[0].id if item.decks else item.place.deck
            on = self.solved.frames.carrier_of.get(item_id, "") if self.solved is not None else ""
            if on and on != self.carrier_id:
                self.carrier_id = on
                self.carrier_changed.emit()
            if item_id and self.step not in (2, 3):
                self.go(2)
            self.hand_changed.emit()

    def show_state(self, state_id: str) -> None:
        self.state_id = state_id
        self.state_changed.emit()
        self._idle.start()

    def go(self, step: int) -> None:
        self.step = step
        self.step_changed.emit()

    def set_looks(self, **fields: object) -> None:
        """Change units or theme, for good."""
        self.settings.change(**fields)
        self.looks_changed.emit()
        self._searched = None  # fixes are worded in units
        self._idle.start()

    # upkeep

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
        self._idle.start()
        if not self._safe.isActive():
            self._safe.start()

    def _find_fixes(self) -> None:
        solved = self.session.solved
        if self._trial is not None or solved is None:
            return
        said = self.worst_check()
        check = solved.check(said.id) if said is not None else None
        if check is None or check.status not in ("over", "tight") or self.searched(check):
            return
        units = self.units

        def look(running: Running) -> tuple[Fix, ...]:
            own = solve(solved.rig)  # with results of its own, which no other thread touches
            same = own.check(check.id)
            return fixes(own, same, units, running.still) if same is not None else ()

        self.jobs.start(FIXES, look, lambda found: self._fixes_found(solved, check.id, found))

    def _fixes_found(self, solved: Solved, check_id: str, found: tuple[Fix, ...]) -> None:
        if solved is self.session.solved:
            self._fixes, self._searched = found, (solved, check_id)
            self.fixes_ready.emit()

    def searched(self, check: Check) -> bool:
        """Whether the search for fixes of a check of the rig as it stands has ended."""
        return self._searched is not None and self._searched[0] is self.session.solved and self._searched[1] == check.id

    @property
    def fixes(self) -> tuple[Fix, ...]:
        """The fixes of the check spoken of, once they are found."""
        said = self.worst_check()
        return self._fixes if said is not None and not self.dragging and self.searched(said) else ()

    def finish(self) -> None:
        """Wait for the search that is under way, before the window goes."""
        self.closing.emit()
        self._idle.stop()
        self._safe.stop()
        self.jobs.finish()

    def apply(self, fix: Fix) -> None:
        """Apply a fix, if the rig is still the one it was found for."""
        if fix in self.fixes:
            self.edit(lambda _: fix.rig, fix.words)
            self.said.emit(f"Done: {fix.words}. Ctrl+Z takes it back.")
