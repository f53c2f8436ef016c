"""Files of the window: new, open, save, the load sheet, and what was left unsaved."""

from collections.abc import Callable
from pathlib import Path
from typing import TYPE_CHECKING

from PyQt6.QtCore import QObject, pyqtSignal
from PyQt6.QtWidgets import QFileDialog, QMenu, QWidget

from ...app.autosave import Autosave, Recovered, forget
from ...app.library import file_name
from ...app.places import own_demo
from ...app.storage import Changed, backup_of, write_atomically
from ...core.base.text import capital
from ...core.base.value import BadInput, FreltError
from ...core.model.document import Document
from ..widgets.text import literal, tip
from .desk import WORST, Desk
from .step import Step

if TYPE_CHECKING:
    from ...core.liquids.road_fill import RoadFill

MOST_TOLD = 3
FILTER = "Frelt rigs (*.frelt.json);;All files (*)"
PDF = "PDF (*.pdf)"


class Files(QObject):
    """What the menu of the rig does. opened: another document is on the bench.  over: the window dialogs lie over."""

    opened = pyqtSignal()
    emptied = pyqtSignal()  # there is no rig yet
    changed_elsewhere = pyqtSignal()  # the file is another than when it was read: nothing was written

    def __init__(self, desk: Desk, over: QWidget) -> None:
        super().__init__(over)
        self.desk, self._over = desk, over

    def new_document(self) -> None:
        """Start from an empty bench; what was open and unsaved is kept, and it is said where."""
        left = self._left()
        self.desk.session.new(Document())
        self.desk.take("")
        self.desk.show_state(WORST)
        self.opened.emit()
        self.desk.go(Step.JOB)
        self.emptied.emit()
        self.desk.said.emit(left)

    def open_path(self, path: Path) -> bool:
        """Open a file; on failure say why, and leave the bench as it is."""
        left = self._left()
        try:
            self.desk.session.open(path)
        except BadInput as err:
            self.desk.refused.emit(f"{path.name} was not opened: {_plainly(err, path)}.{_backup(path)}")
            return False
        except FreltError as err:
            self.desk.refused.emit(f"{capital(str(err))}.")
            return False
        self.desk.settings.opened(path)
        self.desk.show_state(WORST)
        self.opened.emit()
        self.desk.said.emit(left)
        self.tell_opened()
        return True

    def _left(self) -> str:
        """What is said of unsaved work when something else comes on the bench; nothing where all is saved or nothing was done."""
        session = self.desk.session
        if not session.dirty or not session.document.rigs:
            return ""
        name = session.path.name if session.path is not None else session.document.rigs[0].name
        return f"Unsaved changes of {name} are kept: Rig, Bring back unsaved work."

    def tell_opened(self) -> None:
        """Say what of the file that was opened last was taken otherwise than it stands there."""
        told = self.desk.session.told
        if told:
            more = f"; and {len(told) - MOST_TOLD} more like it" if len(told) > MOST_TOLD else ""
            self.desk.said.emit(
                f"{'; '.join(told[:MOST_TOLD])}{more}. Type the figure, or “not rated” where there is no plate."
            )

    def open_file(self) -> None:
        name, _ = QFileDialog.getOpenFileName(self._over, "Open a rig", str(self._folder()), FILTER)
        if name:
            self.open_path(Path(name))

    def recent_menu(self, menu: QMenu) -> None:
        menu.clear()
        for name in self.desk.settings.value.recent:
            entry = menu.addAction(literal(Path(name).name))
            assert entry is not None
            tip(entry, name)
            entry.triggered.connect(lambda _, n=name: self.open_path(Path(n)))
        if menu.isEmpty():
            entry = menu.addAction("Nothing yet")
            assert entry is not None
            entry.setEnabled(False)

    def demo_menu(self, menu: QMenu) -> None:
        menu.clear()
        for path in own_demo():
            entry = menu.addAction(path.name.removesuffix(".frelt.json").replace("-", " ").capitalize())
            assert entry is not None
            entry.triggered.connect(lambda _, p=path: self.open_path(p))

    def save(self) -> bool:
        if self.desk.session.path is None:
            return self.save_as()
        done = self._try(self.desk.session.save)
        if done:
            self.desk.said.emit(f"Saved: {self.desk.session.path}.")
        return done

    def save_as(self) -> bool:
        rig = self.desk.rig
        start = str(self._folder() / f"{file_name(rig.name if rig else 'rig')}.frelt.json")
        name, _ = QFileDialog.getSaveFileName(self._over, "Save the rig as", start, FILTER)
        if not name:
            return False
        path = Path(name if name.endswith(".json") else f"{name}.frelt.json")
        done = self._try(lambda: self.desk.session.save(path))
        if done:
            self.desk.settings.opened(path)
            self.desk.said.emit(f"Saved: {path}.")
        return done

    def write_sheet(self) -> None:
        self._ask_and_write(
            "There is no rig to write a load sheet of.", "Write the load sheet", "load-sheet.pdf", PDF, self.sheet_to
        )

    def sheet_to(self, path: Path) -> None:
        """Write the load sheet of the rig on the bench."""
        from ...paint.sheet import sheet_pdf

        session, rig = self.desk.session, self.desk.session.rig
        if rig is not None:
            self._put(path, lambda: sheet_pdf(session.document, rig, self.desk.units), "Load sheet")

    def write_walk(self) -> None:
        """Ask where, and write the walk before the road."""
        self._ask_and_write("There is no rig to walk around.", "Write the walk", "walk.pdf", PDF, self.walk_to)

    def walk_to(self, path: Path) -> None:
        """Write the walk around the rig on the bench."""
        from ...paint.walk_page import walk_pdf

        rig, caps = self.desk.session.rig, self.desk.caps
        if rig is not None:
            self._put(path, lambda: walk_pdf(rig, self.desk.units, caps), "Walk")

    def write_held(self) -> None:
        """Ask where, and write how everything is held."""
        self._ask_and_write(
            "There is no rig to write a tie-down sheet of.", "Write the tie-down sheet", "tie-down.pdf", PDF, self.held_to
        )

    def held_to(self, path: Path) -> None:
        """Write the tie-down sheet of the rig on the bench."""
        from ...paint.held_page import held_pdf

        rig = self.desk.session.rig
        if rig is not None:
            self._put(path, lambda: held_pdf(rig, self.desk.units), "Tie-down sheet")

    def write_scale(self) -> None:
        """Ask where, and write the sheet to take to the scale."""
        self._ask_and_write(
            "There is no rig to write a scale sheet of.", "Write the scale sheet", "scale.pdf", PDF, self.scale_to
        )

    def scale_to(self, path: Path) -> None:
        """Write the scale sheet of the rig on the bench."""
        from ...paint.scale_page import scale_pdf

        rig = self.desk.session.rig
        if rig is not None:
            self._put(path, lambda: scale_pdf(rig, self.desk.units), "Scale sheet")

    def write_drawing(self) -> None:
        """Ask where, and write the carrier drawn in the state drawn; the name's end says which kind of file."""
        self._ask_and_write(
            "There is no rig to draw.",
            "Write the drawing",
            "bench.svg",
            "SVG (*.svg);;DXF in millimeters (*.dxf)",
            self.drawing_to,
        )

    def drawing_to(self, path: Path) -> None:
        """Write the drawing of what the bench shows."""
        from ...formats.drawing import drawing_file
        from ...paint import fonts

        desk, solved, state, carrier = self.desk, self.desk.session.solved, self.desk.state, self.desk.carrier
        if solved is not None and carrier is not None:
            chosen = state.id if state is not None and desk.state_id != WORST else ""
            self._put(
                path,
                lambda: drawing_file(path.suffix, solved, fonts, desk.units, chosen, carrier.id, desk.whole_pair),
                "Drawing",
            )

    def write_things(self) -> None:
        """Ask where, and write the list of the rig's things; the name's end says which kind of file."""
        self._ask_and_write(
            "There is no rig to list the things of.",
            "Write the list of things",
            "things.xlsx",
            "Workbook (*.xlsx);;CSV (*.csv)",
            self.things_to,
        )

    def things_to(self, path: Path) -> None:
        """Write the list of the rig on the bench."""
        from ...formats.things import things_file

        solved = self.desk.session.solved
        if solved is not None:
            self._put(path, lambda: things_file(path.suffix, solved, self.desk.units), "List of things")

    def write_placard(self, found: "RoadFill | None", order: tuple[str, ...] | None) -> None:
        """Ask where, and write the placard of a road fill."""
        if found is None or found.exact or not found.shown:
            self.desk.refused.emit("There is no road fill to write a placard of.")
            return
        if (path := self._ask("Write the placard", "road-fill.pdf", PDF)) is not None:
            self.placard_to(path, found, order)

    def placard_to(self, path: Path, found: "RoadFill", order: tuple[str, ...] | None) -> None:
        """Write the placard of the rig on the bench."""
        from ...paint.placard import placard_pdf

        rig = self.desk.session.rig
        if rig is not None:
            self._put(path, lambda: placard_pdf(rig, found, order, self.desk.units), "Placard")

    def _ask_and_write(self, lacks: str, title: str, what: str, kinds: str, write: Callable[[Path], None]) -> None:
        """Ask where, and write; or say that there is no rig."""
        if self.desk.session.rig is None:
            self.desk.refused.emit(lacks)
        elif (path := self._ask(title, what, kinds)) is not None:
            write(path)

    def _ask(self, title: str, what: str, kinds: str) -> Path | None:
        """Where a file of this rig shall lie; None if the dialog was left."""
        name, _ = QFileDialog.getSaveFileName(self._over, title, self._called(what), kinds)
        return Path(name) if name else None

    def _put(self, path: Path, make: Callable[[], bytes], what: str) -> None:
        """Write a file that is whole in memory, or say why not; what stood there stays until then."""
        try:
            write_atomically(path, make())
        except FreltError as err:
            self.desk.refused.emit(f"{path}: {err}.")
        except OSError as err:
            self.desk.refused.emit(f"{path}: {err.strerror or err}; nothing was written.")
        else:
            self.desk.said.emit(f"{what} written: {path}.")

    def offer(self, found: tuple[Recovered, ...]) -> None:
        """Put what was left unsaved on the bench: that of the file that is open, else the newest. Nothing is asked."""
        path = self.desk.session.path
        fitting = [f for f in found if path is None or (f.path is not None and f.path == path.resolve())]
        if fitting:
            self.bring_back(fitting[0])

    def bring_back(self, found: Recovered) -> None:
        """Put one autosave on the bench, unsaved."""
        self.desk.session.keep_safe()
        self.desk.session.recover(found)
        where = found.path.name if found.path is not None else "a document that had no file yet"
        self.desk.said.emit(f"Brought back unsaved changes of {where}. Save them, or open the file to leave them aside.")
        if self.desk.session.changed_elsewhere():
            self.changed_elsewhere.emit()

    def recover_menu(self, menu: QMenu) -> None:
        menu.clear()
        found = Autosave().found()
        for one in found:
            name = one.path.name if one.path is not None else "no file yet"
            rig = one.document.rigs[0].name if one.document.rigs else "empty"
            entry = menu.addAction(literal(f"{rig} ({name})"))
            assert entry is not None
            entry.triggered.connect(lambda _, f=one: self.bring_back(f))
        if found:
            menu.addSeparator()
        last = menu.addAction("Forget all of it" if found else "Nothing is left unsaved")
        assert last is not None
        last.setEnabled(bool(found))
        last.triggered.connect(lambda: self.forget_all(found))

    def forget_all(self, found: tuple[Recovered, ...]) -> None:
        """Throw away what was left unsaved, because it was asked for."""
        for one in found:
            forget(one)
        self.desk.said.emit("Forgotten.")

    def _called(self, what: str) -> str:
        """Where a dialog for a file of this rig begins, and how it is called: by the rig and what it is."""
        rig = self.desk.session.rig
        return str(self._folder() / f"{file_name(rig.name)}-{what}") if rig is not None else str(self._folder() / what)

    def _folder(self) -> Path:
        """Where a dialog begins: beside the open file, else at home."""
        path = self.desk.session.path
        return path.parent if path is not None else Path.home()

    def _try(self, what: Callable[[], object]) -> bool:
        try:
            what()
        except Changed:
            self.changed_elsewhere.emit()
            return False
        except FreltError as err:
            self.desk.refused.emit(f"{capital(str(err))}.")
            return False
        return True


def _plainly(err: BadInput, path: Path) -> str:
    from ...formats.plainly import plainly

    try:
        return plainly(err, path.read_bytes())
    except OSError:
        return str(err)


def _backup(path: Path) -> str:
    """What stands beside it to go back to, if anything."""
    kept = backup_of(path)
    return f" The version before it was last saved lies beside it: {kept.name}." if kept.exists() else ""
