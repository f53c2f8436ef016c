"""The windows that open beside the main one."""

from typing import TYPE_CHECKING

from PyQt6.QtCore import Qt
from PyQt6.QtWidgets import QWidget

from ... import __version__
from ...app.session import new_id
from ...core.model.rig import Rig

if TYPE_CHECKING:
    from .checks_table import ChecksTable
    from .window import Window


class Windows:
    """Opens them; the table of checks is kept, the others go when they are closed."""

    def __init__(self, window: "Window") -> None:
        self.window = window
        self.checks: ChecksTable | None = None

    def _show(self, made: QWidget) -> None:
        made.setAttribute(Qt.WidgetAttribute.WA_DeleteOnClose)
        made.show()

    def table(self) -> None:
        """Every check."""
        from .checks_table import ChecksTable

        if self.checks is None:
            self.checks = ChecksTable(self.window.desk, self.window)
        self.checks.show()
        self.checks.raise_()

    def accept(self) -> None:
        """Ask why the finding that is spoken of is accepted."""
        said = self.window.desk.worst_check()
        self.table()
        assert self.checks is not None
        self.checks.activateWindow()
        if said is not None:
            self.checks.ask_why(said.id)

    def carriers(self) -> None:
        """Which carrier can take the list of the brief."""
        from ..steps.job.carriers import CarriersWindow

        self._show(CarriersWindow(self.window.desk, self.window))

    def kit(self) -> None:
        """What lies on shelves, in boxes and on hooks."""
        from ..steps.things.kit import KitWindow

        self._show(KitWindow(self.window.desk, self.window))

    def beside(self) -> None:
        """Two rigs of the document beside each other; with one, say how to make another."""
        from .beside import Beside

        desk = self.window.desk
        if len(desk.session.document.rigs) < 2:
            desk.refused.emit("There is one rig here: copy it under Job, change the copy, and compare them.")
            return
        self._show(Beside(desk, self.window))

    def beside_of(self, other: Rig, called: str) -> None:
        """The rig on the bench beside one that is not in the document."""
        from .beside import Beside

        self._show(Beside(self.window.desk, self.window, {called: other}))

    def anywhere(self) -> None:
        """The rig beside itself with one state more, in which every tank may be anywhere."""
        from ...core.planning.new_rig import every_fill

        rig = self.window.desk.rig
        if rig is not None and rig.states:
            self.beside_of(every_fill(rig, new_id), "Every tank anywhere")

    def keys(self) -> None:
        """Every key."""
        from .panels import KeysWindow

        self._show(KeysWindow(self.window))

    def marks(self) -> None:
        """Every mark and word, explained."""
        from .marks_window import MarksWindow

        self._show(MarksWindow(self.window.desk, self.window))

    def about(self) -> None:
        """What this program is."""
        self.window.desk.said.emit(
            f"Frelt {__version__}, free software under GPL-3.0-or-later. A planning aid: weigh the rig before it takes the road."
        )
