"""Files of the window: new, open, save, and what was left unsaved."""

from collections.abc import Callable
from pathlib import Path

from PyQt6.QtCore import QObject, pyqtSignal
from PyQt6.QtWidgets import QFileDialog, QMenu, QMessageBox, QWidget

from ...app.autosave import Autosave, Recovered, forget
from ...app.places import own_demo
from ...app.session import NotKept
from ...app.storage import Changed, backup_of
from ...core.base.text import capital
from ...core.base.value import BadInput, FreltError
from ...core.model.document import Document
from ..widgets.text import literal, tip
from .desk import WORST, Desk
from .step import Step

MOST_TOLD = 3
FILTER = "Frelt rigs (*.frelt.json);;All files (*)"


class Files(QObject):
    """What the menu of the rig does. opened: another document is on the bench.  over: the window dialogs lie over."""

    opened = pyqtSignal()
    emptied = pyqtSignal()  # there is no rig yet
    not_kept = pyqtSignal(str, object)  # why unsaved work cannot be kept, and what goes on without it
    changed_elsewhere = pyqtSignal()  # the file is another than when it was read: nothing was written

    def __init__(self, desk: Desk, over: QWidget) -> None:
        super().__init__(over)
        self.desk, self._over = desk, over

    def new_document(self, lost: bool = False) -> None:
        """Start from an empty bench; what was open and unsaved is kept, and it is said where. lost: it may go."""
        left = "" if lost else self._left()
        try:
            self.desk.session.new(Document(), lost)
        except NotKept as err:
            self.not_kept.emit(str(err), lambda: self.new_document(lost=True))
            return
        self.desk.take("")
        self.desk.show_state(WORST)
        self.opened.emit()
        self.desk.go(Step.JOB)
        self.emptied.emit()
        self.desk.said.emit(left)

    def open_path(self, path: Path, lost: bool = False) -> bool:
        """Open a file; on failure say why, and leave the bench as it is. lost: unsaved work may go."""
        left = "" if lost else self._left()
        try:
            self.desk.session.open(path, lost)
        except NotKept as err:
            self.not_kept.emit(str(err), lambda: self.open_path(path, lost=True))
            return False
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
        name, _ = QFileDialog.getOpenFileName(self._over, "Open a rig", str(folder_of(self.desk)), FILTER)
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
        from ...app.file_names import file_name

        start = str(folder_of(self.desk) / f"{file_name(rig.name if rig else 'rig')}.frelt.json")
        name, _ = QFileDialog.getSaveFileName(self._over, "Save the rig as", start, FILTER)
        if not name:
            return False
        path = Path(name if name.endswith(".json") else f"{name}.frelt.json")
        if str(path) != name and path.exists() and not self._may_replace(path):  # the dialog asked by the name that was typed
            return False
        done = self._try(lambda: self.desk.session.save(path))
        if done:
            self.desk.settings.opened(path)
            self.desk.said.emit(f"Saved: {path}.")
        return done

    def _may_replace(self, path: Path) -> bool:
        """Ask by the name that will be written."""
        ask = QMessageBox.question(
            self._over,
            "Save the rig as",
            f"{path.name} is there already. Put this rig in its place? What stands there becomes its backup.",
            QMessageBox.StandardButton.Save | QMessageBox.StandardButton.Cancel,
            QMessageBox.StandardButton.Cancel,
        )
        return ask == QMessageBox.StandardButton.Save

    def offer(self, found: tuple[Recovered, ...]) -> None:
        """Put what was left unsaved on the bench: that of the file that is open, else the newest. Nothing is asked."""
        path = self.desk.session.path
        fitting = [f for f in found if path is None or (f.path is not None and f.path == path.resolve())]
        if fitting:
            self.bring_back(fitting[0])

    def bring_back(self, found: Recovered) -> None:
        """Put one autosave on the bench, unsaved."""
        try:
            self.desk.session.recover(found)
        except NotKept as err:
            self.desk.refused.emit(f"Nothing was brought back: what is on the bench could not be kept ({err}). Save it first.")
            return
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


def folder_of(desk: Desk) -> Path:
    """Where a dialog begins: beside the open file, else at home."""
    path = desk.session.path
    return path.parent if path is not None else Path.home()


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
