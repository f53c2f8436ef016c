"""What the window writes of a rig for others: sheets, the placard, the drawing, the list of things."""

from collections.abc import Callable
from pathlib import Path
from typing import TYPE_CHECKING

from PyQt6.QtWidgets import QFileDialog, QWidget

from ...app.file_names import file_name
from ...app.outputs import write_output
from ...core.base.value import FreltError
from ...core.model.rig import Rig
from .desk import WORST, Desk
from .files import folder_of

if TYPE_CHECKING:
    from ...core.liquids.road_fill import RoadFill

PDF = "PDF (*.pdf)"


class Papers:
    """Each is asked for its place (write_...), or written to one (..._to). over: the window dialogs lie over."""

    def __init__(self, desk: Desk, over: QWidget) -> None:
        self.desk, self._over = desk, over

    def write_sheet(self) -> None:
        self._ask_and_write(
            "There is no rig to write a load sheet of.", "Write the load sheet", "load-sheet.pdf", PDF, self.sheet_to
        )

    def sheet_to(self, path: Path) -> None:
        """Write the load sheet of the rig on the bench."""
        from ...paint.sheet import sheet_pdf

        self._put(path, lambda rig: sheet_pdf(self.desk.session.document, rig, self.desk.units), "Load sheet")

    def write_walk(self) -> None:
        """Ask where, and write the walk before the road."""
        self._ask_and_write("There is no rig to walk around.", "Write the walk", "walk.pdf", PDF, self.walk_to)

    def walk_to(self, path: Path) -> None:
        """Write the walk around the rig on the bench."""
        from ...paint.walk_page import walk_pdf

        self._put(path, lambda rig: walk_pdf(rig, self.desk.units, self.desk.caps), "Walk")

    def write_held(self) -> None:
        """Ask where, and write how everything is held."""
        self._ask_and_write(
            "There is no rig to write a tie-down sheet of.", "Write the tie-down sheet", "tie-down.pdf", PDF, self.held_to
        )

    def held_to(self, path: Path) -> None:
        """Write the tie-down sheet of the rig on the bench."""
        from ...paint.held_page import held_pdf

        self._put(path, lambda rig: held_pdf(rig, self.desk.units), "Tie-down sheet")

    def write_scale(self) -> None:
        """Ask where, and write the sheet to take to the scale."""
        self._ask_and_write(
            "There is no rig to write a scale sheet of.", "Write the scale sheet", "scale.pdf", PDF, self.scale_to
        )

    def scale_to(self, path: Path) -> None:
        """Write the scale sheet of the rig on the bench."""
        from ...paint.scale_page import scale_pdf

        self._put(path, lambda rig: scale_pdf(rig, self.desk.units), "Scale sheet")

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
                lambda _: drawing_file(path.suffix, solved, fonts, desk.units, chosen, carrier.id, desk.whole_pair),
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
            self._put(path, lambda _: things_file(path.suffix, solved, self.desk.units), "List of things")

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

        self._put(path, lambda rig: placard_pdf(rig, found, order, self.desk.units), "Placard")

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

    def _put(self, path: Path, make: Callable[[Rig], bytes], what: str) -> None:
        """Write what is made of the rig on the bench, whole, or say why not; what stood there stays until then."""
        rig = self.desk.session.rig
        if rig is None:
            return
        try:
            made = make(rig)
        except FreltError as err:
            self.desk.refused.emit(f"{path}: {err}.")
            return
        try:
            write_output(path, made, force=True, of=self.desk.session.path)  # its dialog has asked
        except FreltError as err:
            self.desk.refused.emit(f"{err}; nothing was written.")
        else:
            self.desk.said.emit(f"{what} written: {path}.")

    def _called(self, what: str) -> str:
        """Where a dialog for a file of this rig begins, and how it is called: by the rig and what it is."""
        rig = self.desk.session.rig
        return str(folder_of(self.desk) / (f"{file_name(rig.name)}-{what}" if rig is not None else what))
