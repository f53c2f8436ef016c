"""The shop's own chassis: keep the one on the bench, take a table of them in, write one out; photos of plates."""

from pathlib import Path

from PyQt6.QtCore import QUrl
from PyQt6.QtGui import QDesktopServices
from PyQt6.QtWidgets import QFileDialog, QWidget

from ....app import photos
from ....app.library import Library
from ....app.places import library_dir
from ....core.base.text import capital
from ....core.base.value import FreltError
from ...frame.desk import Desk
from ...frame.tables import TableLine, asked_in, asked_out, read_in, write_out
from ...widgets.fields import column, heading, link
from ...widgets.text import Words


class LibraryLinks(QWidget):
    """What can be done with a chassis as a plain file."""

    def __init__(self, desk: Desk) -> None:
        super().__init__()
        self.desk = desk
        self.photos = Words()
        self.photos.setObjectName("quiet")
        self.photos.setWordWrap(True)
        self.keep = link("Keep this chassis in the shop's library", self.keep_it)
        self.folder = link("Show the library's folder", self._show_folder)
        self.take = link("Take chassis from a CSV table …", self._take)
        self.write = link("Write the shop's chassis as CSV …", self._write)
        self.attach = link("Attach a photo of a plate or ticket …", self._attach)
        self.setLayout(
            column(
                heading("The shop's library"),
                self.keep,
                self.take,
                TableLine(desk),
                self.write,
                self.folder,
                heading("Photos"),
                self.photos,
                self.attach,
            )
        )

    def refresh(self) -> None:
        """Show the photos that lie beside the document."""
        session = self.desk.session
        listed = session.document.attachments
        gone = photos.missing(session.document, session.path) if session.path is not None else ()
        words = [f"{Path(a.path).name.partition('-')[2]}{', file is gone' if a in gone else ''}" for a in listed]
        self.photos.setText("\n".join(words) if words else "None yet: plate, tire sidewall, ball and receiver, scale ticket.")
        self.keep.setEnabled(self.desk.carrier is not None)

    def keep_it(self) -> None:
        """Keep the chassis on the bench in the library."""
        carrier = self.desk.carrier
        if carrier is None:
            return
        try:
            path = self.desk.library.keep_chassis(carrier)
        except (FreltError, OSError) as err:
            self.desk.refused.emit(f"{capital(str(err))}.")
            return
        self.desk.said.emit(f"Kept: {path}. It is listed under Job from now on; share the file as it is.")

    def _show_folder(self) -> None:
        folder = library_dir("chassis")
        folder.mkdir(parents=True, exist_ok=True)
        QDesktopServices.openUrl(QUrl.fromLocalFile(str(folder)))

    def _take(self) -> None:
        path = asked_in(self, "Take chassis from a table")
        if path is not None:
            self.take_from(path)

    def take_from(self, path: Path) -> None:
        """Take a table in; says what came of it, or the row and column that is wrong."""
        read_in(self.desk, path, Library.take_chassis, "chassis taken into the shop's library")

    def _write(self) -> None:
        path = asked_out(self, "Write the shop's chassis", "chassis.csv")
        if path is not None:
            self.write_to(path)

    def write_to(self, path: Path) -> None:
        """Write the shop's own chassis and the one on the bench as a table."""
        from ....core.model.catalog_entry import Chassis
        from ....formats.chassis import write_chassis

        listed = list(self.desk.library.chassis())
        carrier = self.desk.carrier
        if carrier is not None and all(c.carrier.name != carrier.name for c in listed):
            listed.append(Chassis(id=carrier.id, name=carrier.name, carrier=carrier, own=True))
        write_out(self.desk, path, write_chassis(listed), f"{len(listed)} chassis")

    def _attach(self) -> None:
        if self.desk.session.path is None:
            self.desk.refused.emit("Save the rig first: photos lie in a folder beside its file.")
            return
        name, _ = QFileDialog.getOpenFileName(
            self, "Attach a photo", str(Path.home()), "Photos and scans (*.jpg *.jpeg *.png *.webp *.heic *.pdf)"
        )
        if name:
            self.attach_file(Path(name))

    def attach_file(self, photo: Path) -> None:
        """Copy a photo beside the document and list it."""
        session, carrier = self.desk.session, self.desk.carrier
        if session.path is None:
            return
        try:
            made = photos.attach(session.document, session.path, photo, carrier.name if carrier is not None else "")
            session.change(made, "photo attached")
        except FreltError as err:
            self.desk.refused.emit(f"{capital(str(err))}.")
