"""Files as a builder meets them: a new rig is clean, unsaved work is never in danger, names carry the rig's, errors speak of rigs."""

import errno
import os
from pathlib import Path

import pytest
from msgspec.structs import replace
from PyQt6.QtWidgets import QApplication, QFileDialog, QLineEdit, QMessageBox

from frelt.app.autosave import Autosave
from frelt.app.storage import backup_of, load, save
from frelt.core.model.document import Document
from frelt.ui.frame.step import Step
from tests.conftest import demo
from tests.ui.test_cause import Fresh, opened
from tests.ui.test_marks import PACKED

JSONISH = ("$", "JSON", "json:", "key", "object", "docs/", "null", "[0]")


def test_a_new_rig_starts_clean_and_says_where_the_unsaved_one_is(fresh: Fresh) -> None:
    window = opened(fresh, "barn-closed")
    window.desk.go(Step.JOB)
    window.desk.take("water")
    window.work.turn(1)
    rig = window.desk.session.rig
    window.files.new_document()
    QApplication.processEvents()
    page = window.right.page(Step.JOB)
    texts = [e.text() for e in page.findChildren(QLineEdit) if e.isVisible()]
    assert not any(texts) and window.desk.in_hand == "" and window.desk.rig is None
    assert window.message.text() == f"Unsaved changes of {rig.name} are kept: Rig, Bring back unsaved work."  # type: ignore[union-attr]
    (kept,) = [f for f in Autosave().found() if f.document.rigs and f.document.rigs[0] == rig]
    window.files.bring_back(kept)
    assert window.desk.session.rig == rig


def test_opening_over_unsaved_work_keeps_it_and_says_how_to_get_it_back(fresh: Fresh, tmp_path: Path) -> None:
    mine, other = tmp_path / "mine.frelt.json", tmp_path / "other.frelt.json"
    save(mine, load(PACKED / "tram-tray.frelt.json"))
    save(other, load(PACKED / "hull-open.frelt.json"))
    window = fresh(Document())
    assert window.files.open_path(mine) and not window.message.text().startswith("Unsaved")
    window.desk.take(window.desk.rig.items[3].id)  # type: ignore[union-attr]
    window.bench.nudge(1, 0, 10)
    changed = window.desk.session.document
    assert window.files.open_path(other)
    assert window.message.text() == "Unsaved changes of mine.frelt.json are kept: Rig, Bring back unsaved work."
    (kept,) = [f for f in Autosave().found() if f.path == mine.resolve()]
    window.files.bring_back(kept)
    assert window.desk.session.document == changed and window.desk.session.dirty


def test_names_of_all_that_is_written_carry_the_rigs(fresh: Fresh, tmp_path: Path, monkeypatch: pytest.MonkeyPatch) -> None:
    window = opened(fresh, "shelter-van")
    offered: list[str] = []
    monkeypatch.setattr(QFileDialog, "getSaveFileName", lambda *a: (offered.append(Path(a[2]).name), ("", ""))[1])
    for run in (window.papers.write_sheet, window.papers.write_drawing, window.papers.write_things, window.files.save_as):
        run()
    stem = "shelter-van-three-people"
    assert offered == [f"{stem}-load-sheet.pdf", f"{stem}-bench.svg", f"{stem}-things.xlsx", f"{stem}.frelt.json"]
    for end in ("xlsx", "csv"):
        window.papers.things_to(tmp_path / f"list.{end}")
        assert (tmp_path / f"list.{end}").stat().st_size > 1000 and "List of things written" in window.message.text()
    window.papers.things_to(tmp_path / "list.odd")
    assert window.message.kind.isVisible() and "expected a name that ends with" in window.message.text()


@pytest.mark.parametrize(
    ("content", "said"),
    [
        (b"not a rig at all", "this is no rig of Frelt"),
        (b'{"a": 1}', "this is no rig of Frelt"),
        (b'{"format": "frelt", "version": 99}', "it was written by another version of Frelt"),
        (b'{"format": "frelt", "version": 3, "rigs": [{"id": "a", "na', "the file is cut short or was changed by hand"),
        (b'{"format": "frelt", "version": 3, "rigs": [{"id": "a"}]}', "rig 1, name: nothing, expected something"),
        (
            b'{"format": "frelt", "version": 3, "rigs": [{"id": "a", "name": "Barn", "states": [{"id": "s", "name": "Road", "road": 7}]}]}',
            "“Barn”, “Road”, road: 7, expected",
        ),
    ],
)
def test_a_file_that_does_not_open_is_told_in_words_of_rigs(fresh: Fresh, tmp_path: Path, content: bytes, said: str) -> None:
    window = fresh(Document())
    path = tmp_path / "some.frelt.json"
    path.write_bytes(content)
    (tmp_path / "some.frelt.json.backup").write_bytes(b"{}")
    assert not window.files.open_path(path)
    text = window.message.text()
    assert text.startswith(f"some.frelt.json was not opened: {said}")
    assert text.endswith("The version before it was last saved lies beside it: some.frelt.json.backup.")
    own = text.replace("some.frelt.json", "")
    assert not [w for w in JSONISH if w in own], own


def full(*_: object) -> None:
    raise OSError(errno.ENOSPC, os.strerror(errno.ENOSPC))


def test_on_a_full_disk_nothing_is_said_to_be_kept_and_nothing_goes_unless_it_is_said(
    fresh: Fresh, tmp_path: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    """New, open, close, quit: what is unsaved stays on the bench until somebody saves it or says that it may go."""
    window = opened(fresh, "barn-closed")
    desk, other = window.desk, tmp_path / "other.frelt.json"
    save(other, demo("hull-rinse"))
    desk.edit(lambda r: replace(r, name="Mine"), "renamed")
    mine = desk.session.document
    said: list[str] = []
    desk.said.connect(said.append)
    monkeypatch.setattr("frelt.app.autosave.write_atomically", full)
    for go in (window.files.new_document, lambda: window.files.open_path(other), window.close):
        go()
        assert desk.session.document is mine and window.isVisible()
        words = window.notices.words("would be lost")
        assert "cannot be kept" in words and "No space left on device" in words and "would be lost" in words
        assert set(window.notices.offers("would be lost")) >= {"Save as …"}
    assert not any("kept" in s for s in said)
    monkeypatch.setattr(QFileDialog, "getSaveFileName", lambda *_: (str(tmp_path / "mine"), ""))
    window.files.open_path(other)
    window.notices.offers("would be lost")["Save as …"].click()
    assert load(tmp_path / "mine.frelt.json").rigs[0].name == "Mine" and desk.session.path == other
    assert not window.notices.words("would be lost")
    desk.edit(lambda r: replace(r, name="Given up"), "renamed")
    window.files.new_document()
    window.notices.offers("would be lost")["Go on, and lose them"].click()
    assert desk.session.path is None and not desk.session.document.rigs


def test_save_as_asks_by_the_name_it_will_write(fresh: Fresh, tmp_path: Path, monkeypatch: pytest.MonkeyPatch) -> None:
    window = opened(fresh, "barn-closed")
    there = tmp_path / "there.frelt.json"
    save(there, demo("hull-rinse"))
    before = there.read_bytes()
    asked: list[str] = []
    monkeypatch.setattr(QFileDialog, "getSaveFileName", lambda *_: (str(tmp_path / "there"), ""))

    def answer(button: QMessageBox.StandardButton) -> None:
        monkeypatch.setattr(QMessageBox, "question", lambda *a: (asked.append(a[2]), button)[1])

    answer(QMessageBox.StandardButton.Cancel)
    assert not window.files.save_as() and there.read_bytes() == before and "there.frelt.json is there already" in asked[0]
    answer(QMessageBox.StandardButton.Save)
    assert window.files.save_as() and there.read_bytes() != before and backup_of(there).read_bytes() == before
