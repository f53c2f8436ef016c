"""The job: what it is for, the rigs of the document, a new rig or a copy."""

from msgspec.structs import replace
from PyQt6.QtCore import QSignalBlocker, pyqtSignal
from PyQt6.QtWidgets import (
    QLineEdit,
    QPushButton,
    QVBoxLayout,
    QWidget,
)

from ....app.session import new_id
from ....core.edit.copies import copy_rig
from ....core.edit.traffic import with_curb_side
from ...frame.desk import Desk
from ...frame.page import PartedPage
from ...widgets.fields import heading
from ...widgets.mannered import Entry, Options
from .brief import BriefPage
from .chassis_list import ChassisList
from .wishes import WishesPage


class JobPage(PartedPage):
    """What the rig is for, the rigs of the document, a new rig or a copy. carriers_asked: show the table of carriers.  started: a new rig is to be taped."""

    carriers_asked = pyqtSignal()
    started = pyqtSignal()

    def __init__(self, desk: Desk) -> None:
        super().__init__(desk)
        self.fields: dict[str, QLineEdit] = {}
        self.brief, self.wishes = BriefPage(desk), WishesPage(desk)
        self.job = QWidget()
        self.brief.carriers_asked.connect(self.carriers_asked)
        self.put_parts((("Job and rigs", self.job), ("Brief", self.brief), ("Wishes", self.wishes)))
        box = QVBoxLayout(self.job)
        box.setContentsMargins(0, 0, 0, 0)
        box.setSpacing(6)
        box.addWidget(heading("Job"))
        for key, words in (("name", "Name of the job"), ("customer", "Customer"), ("washes", "What will be washed")):
            edit = Entry()
            edit.setPlaceholderText(words)
            edit.setAccessibleName(words)
            edit.editingFinished.connect(lambda k=key: self._set_job(k))
            self.fields[key] = edit
            box.addWidget(edit)
        box.addSpacing(8)
        box.addWidget(heading("Rig on the bench"))
        self.rigs = Options()
        self.rigs.setAccessibleName("Rig on the bench")
        self.rigs.activated.connect(lambda _: desk.session.show_rig(self.rigs.currentData()))
        self.rig_name, self.serial = Entry(), Entry()
        for edit, words, done in (
            (self.rig_name, "Name of the rig", self._set_name),
            (self.serial, "Serial", self._set_serial),
        ):
            edit.setPlaceholderText(words)
            edit.setAccessibleName(words)
            edit.setMaxLength(200)
            edit.editingFinished.connect(done)
        self.curb = Options()
        self.curb.setAccessibleName("Curb side")
        self.curb.addItem("Curb side is right", "right")
        self.curb.addItem("Curb side is left", "left")
        self.curb.activated.connect(self._set_curb)
        for widget in (self.rigs, self.rig_name, self.serial, self.curb):
            box.addWidget(widget)
        self.copy = QPushButton("Copy this rig (serial blank)")
        self.copy.clicked.connect(self._copy)
        box.addWidget(self.copy)
        box.addSpacing(8)
        self.chassis = ChassisList(desk)
        self.chassis.started.connect(self.started)
        box.addWidget(self.chassis, 1)
        self.show_part(0)

    def refresh(self) -> None:
        if self.tabs[1].isChecked():
            self.brief.refresh()
        elif self.tabs[2].isChecked():
            self.wishes.refresh()
        self.chassis.refresh()
        document, rig = self.desk.session.document, self.desk.rig
        for key, edit in self.fields.items():
            if not edit.hasFocus():
                edit.setText(getattr(document.job, key))
        with QSignalBlocker(self.rigs):
            self.rigs.clear()
            for r in document.rigs:
                self.rigs.addItem(r.name, r.id)
            self.rigs.setCurrentIndex(self.rigs.findData(self.desk.session.rig_id))
        for widget in (self.rigs, self.rig_name, self.serial, self.curb, self.copy):
            widget.setEnabled(rig is not None)
        for edit, text in ((self.rig_name, rig.name if rig else ""), (self.serial, rig.serial if rig else "")):
            if not edit.hasFocus() or rig is None:
                edit.setText(text)
        if rig is not None:
            self.curb.setCurrentIndex(self.curb.findData(rig.curb_side))

    def _set_job(self, key: str) -> None:
        document, text = self.desk.session.document, self.fields[key].text()
        if getattr(document.job, key) != text:
            self.desk.session.change(replace(document, job=replace(document.job, **{key: text})), f"job: {key}")

    def _set_name(self) -> None:
        rig, text = self.desk.rig, self.rig_name.text().strip()
        if rig is not None and text and text != rig.name:
            self.desk.edit(lambda r: replace(r, name=text), "rig renamed")

    def _set_serial(self) -> None:
        rig, text = self.desk.rig, self.serial.text().strip()
        if rig is not None and text != rig.serial:
            self.desk.edit(lambda r: replace(r, serial=text), "serial")

    def _set_curb(self) -> None:
        side = self.curb.currentData()
        self.desk.edit(lambda r: with_curb_side(r, side), "curb side")

    def _copy(self) -> None:
        rig = self.desk.session.rig
        if rig is not None:
            self.desk.session.add_rig(copy_rig(rig, new_id, f"{rig.name}, copy"), f"copy of {rig.name}")
