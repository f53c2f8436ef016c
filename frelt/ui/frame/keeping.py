"""Keeping what was made: a file that another program changed meanwhile, and work that cannot be kept safe, are told and settled."""

from collections.abc import Callable
from typing import TYPE_CHECKING

from PyQt6.QtCore import QObject, QTimer

from ...app.storage import Changed
from ...core.base.text import capital
from ...core.base.value import FreltError
from ...core.model.rig import Rig
from .desk import WORST
from .notices import Offer

if TYPE_CHECKING:
    from .window import Window

ELSEWHERE, UNSAFE, LOST = "changed elsewhere", "not kept safe", "would be lost"
AGAIN = 10_000  # [ms] until the work is tried to be kept safe again


class Keeping(QObject):
    """Looks after the file that is open, and after the autosave."""

    def __init__(self, window: "Window") -> None:
        super().__init__(window)
        self._window, self._desk = window, window.desk
        self._again = QTimer(self)
        self._again.setSingleShot(True)
        self._again.setInterval(AGAIN)
        self._again.timeout.connect(self._desk.keep_safe)
        self._desk.kept_safe.connect(self._kept_safe)
        window.files.not_kept.connect(self.would_be_lost)

    # the autosave

    def _kept_safe(self, failed: str) -> None:
        """Show that the work is not kept safe until it is."""
        if not failed:
            self._window.notices.drop(UNSAFE)
            self._window.notices.drop(LOST)  # it can be kept again
            return
        self._again.start()
        if self._window.notices.words(LOST):
            return
        words = f"Your work is not being kept safe: {failed}. Save it where there is room; it is tried again every ten seconds."
        self._window.notices.put(UNSAFE, words, (("Save as …", self._window.files.save_as),))

    def would_be_lost(self, failed: str, go_on: Callable[[], object], what: str = "Go on, and lose them") -> None:
        """Say that going on would lose unsaved work, which cannot be kept; nothing happens until something is chosen."""

        def on() -> None:
            self._window.notices.drop(LOST)
            go_on()

        def save() -> None:
            if self._window.files.save_as():
                on()

        session = self._desk.session
        name = (
            session.path.name if session.path is not None else session.rig.name if session.rig is not None else "this document"
        )
        self._window.notices.drop(UNSAFE)
        words = f"Unsaved changes of {name} cannot be kept: {failed}. They are still on the bench, and would be lost."
        self._window.notices.put(LOST, words, (("Save as …", save), (what, on)))

    # another program's work on the same file

    def look(self) -> None:
        """Look whether another program changed the file, as on return to the window."""
        session = self._desk.session
        if session.changed_elsewhere():
            self.ask()
        else:
            self._window.notices.drop(ELSEWHERE)

    def ask(self) -> None:
        """Say that the file is another by now, and what can be done; both versions stay until something is chosen."""
        session = self._desk.session
        if session.path is None:
            return
        name = session.path.name
        words = f"{name} was changed by another program since it was opened here."
        offers: tuple[Offer, ...]
        if session.dirty:
            words += " Nothing of either is lost: yours is on the bench, theirs is in the file."
            offers = (
                ("Compare them", self.compare),
                ("Save mine beside it", self.beside),
                ("Put mine in its place", self.over),
                ("Open theirs", self.open_theirs),
            )
        else:
            offers = (("Compare them", self.compare), ("Open it again", self.open_theirs), ("Keep mine", self.over))
        self._window.notices.put(ELSEWHERE, words, offers)

    def compare(self) -> None:
        """Both versions of the rig on the bench beside each other."""
        session = self._desk.session
        try:
            theirs = session.theirs()
        except FreltError as err:
            self._desk.refused.emit(f"{capital(str(err))}.")
            return
        rig = session.rig
        same: tuple[Rig, ...] = tuple(r for r in theirs.rigs if rig is not None and r.id == rig.id) or theirs.rigs
        if rig is None or not same:
            self._desk.refused.emit("The file holds no rig now.")
            return
        self._window.panels.beside_of(same[0], f"{same[0].name} (in the file)")

    def beside(self) -> None:
        """Save this version beside the file, and go on with it."""

        def save() -> None:
            theirs = self._desk.session.path
            mine = self._desk.session.mine_beside()
            self._desk.said.emit(f"Saved as {mine.name}; theirs stands in {theirs.name if theirs is not None else 'the file'}.")

        self._settle(save)

    def over(self) -> None:
        """Put this version in the file; the other is kept beside it."""

        def save() -> None:
            kept = self._desk.session.save_over()
            self._desk.said.emit(f"Saved. Theirs is kept as {kept.name}." if kept is not None else "Saved.")

        self._settle(save)

    def open_theirs(self) -> None:
        """Open what the file holds; this version stays among what is unsaved."""
        session, dirty = self._desk.session, self._desk.session.dirty
        path = session.path
        if path is None:
            return

        def load() -> None:
            session.open(path)
            self._desk.show_state(WORST)
            left = " Yours is under Rig, Bring back unsaved work." if dirty else ""
            self._desk.said.emit(f"Opened again: {path.name}.{left}")

        self._settle(load)

    def _settle(self, what: Callable[[], None]) -> None:
        try:
            what()
        except Changed:
            self.ask()
            return
        except FreltError as err:
            self._desk.refused.emit(f"{capital(str(err))}.")
            return
        self._window.notices.drop(ELSEWHERE)
