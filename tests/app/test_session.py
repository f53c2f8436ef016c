"""Nothing the user made is lost: undo, saving, backups, autosave, and a kill at any moment."""

import os
import signal
import subprocess
import sys
import time
from pathlib import Path

import msgspec
import pytest
from msgspec.structs import replace

from frelt.app.autosave import Autosave
from frelt.app.lessons import lessons
from frelt.app.places import own_demo
from frelt.app.session import Session, new_id
from frelt.app.settings import SettingsStore
from frelt.app.storage import backup_of, load, save
from frelt.core.base.figure import NOT_RATED, plate
from frelt.core.base.value import FreltError
from frelt.core.edit.copies import copy_rig, duplicate
from frelt.core.edit.items import move, place, turn
from frelt.core.edit.ratings import set_rating
from frelt.core.edit.removal import remove
from frelt.core.gate import Refused
from frelt.core.model.document import Document, LogEntry
from frelt.core.model.integrity import check_rig
from tests.conftest import block, demo, rig, tank


def session(*items: object) -> Session:
    return Session(Document(rigs=(rig(*items),)))  # type: ignore[arg-type]


def test_every_edit_is_undone_and_redone_by_name() -> None:
    s = session(block("a", 10.0, 1.0))
    start = s.document
    s.edit(move(s.rig, "a", 0.1, 0.0), "a moved")  # type: ignore[arg-type]
    s.edit(turn(s.rig, "a"), "a turned")  # type: ignore[arg-type]
    last = s.document
    assert (s.undo(), s.undo(), s.undo()) == ("a turned", "a moved", "")
    assert s.document is start and not s.can_undo
    assert (s.redo(), s.redo(), s.redo()) == ("a moved", "a turned", "")
    assert s.document is last


def test_a_run_of_nudges_is_one_step_and_an_edit_after_undo_forgets_what_was_undone() -> None:
    s = session(block("a", 10.0, 1.0))
    for _ in range(5):
        s.edit(move(s.rig, "a", 0.01, 0.0), "nudge", merge="nudge a")  # type: ignore[arg-type]
    assert s.undo() == "nudge" and not s.can_undo
    s.edit(turn(s.rig, "a"), "turned")  # type: ignore[arg-type]
    assert not s.can_redo


def test_an_edit_that_cannot_be_right_leaves_the_document_alone() -> None:
    s = session(block("a", 10.0, 1.0))
    before = s.document
    with pytest.raises(Refused, match="“a”, deck: “nowhere”; expected the id of a deck of this rig"):
        s.edit(place(s.rig, "a", deck="nowhere"), "lost")  # type: ignore[arg-type]
    assert s.document is before


def test_saving_keeps_the_version_before_and_opening_a_bad_file_keeps_the_bench(tmp_path: Path) -> None:
    path = tmp_path / "rig.frelt.json"
    s = session(block("a", 10.0, 1.0))
    s.save(path)
    first = path.read_bytes()
    assert not s.dirty
    s.edit(move(s.rig, "a", 0.5, 0.0), "moved")  # type: ignore[arg-type]
    assert s.dirty
    s.save()
    assert backup_of(path).read_bytes() == first and path.read_bytes() != first
    assert load(path) == s.document
    bad = tmp_path / "bad.frelt.json"
    bad.write_text("{")
    with pytest.raises(FreltError, match=r"bad\.frelt\.json: line 1"):
        s.open(bad)
    assert s.path == path and s.rig is not None


def test_a_folder_that_cannot_be_written_is_said_and_loses_nothing(tmp_path: Path) -> None:
    with pytest.raises(FreltError, match="expected a folder that can be written"):
        save(tmp_path / "not there" / "rig.frelt.json", Document())
    with pytest.raises(FreltError, match=r"nothing\.json: No such file"):
        load(tmp_path / "nothing.json")


SAVER = """
import sys
from pathlib import Path
from frelt.app.session import Session
from frelt.core.edit.items import move
s = Session(); s.open(Path(sys.argv[1])); print("ready", flush=True)
n = 0
while True:
    n += 1
    s.edit(move(s.rig, "water", 0.001 if n % 2 else -0.001, 0.0), "moved")
    s.keep_safe()
    s.save()
"""


def test_a_kill_at_any_moment_leaves_a_whole_file(tmp_path: Path) -> None:
    path = tmp_path / "rig.frelt.json"
    save(path, demo("barn-wash"))
    for delay in (0.0, 0.007, 0.023, 0.041):
        env = {**os.environ, "PYTHONPATH": str(Path(__file__).parents[2])}
        run = subprocess.Popen([sys.executable, "-c", SAVER, str(path)], stdout=subprocess.PIPE, env=env)
        assert run.stdout is not None and run.stdout.readline() == b"ready\n"
        time.sleep(0.05 + delay)
        run.send_signal(signal.SIGKILL)
        run.wait()
        run.stdout.close()
        assert len(load(path).rigs[0].items) == 9
        backup = backup_of(path)
        assert not backup.exists() or len(load(backup).rigs[0].items) == 9


def test_unsaved_work_of_a_killed_program_is_found_again_and_taken_over(tmp_path: Path) -> None:
    code = SAVER.replace("    s.save()\n", "    break\n").replace("print(", "#").replace("while True:", "for _ in (1,):")
    path = tmp_path / "rig.frelt.json"
    save(path, demo("barn-wash"))
    env = {**os.environ, "PYTHONPATH": str(Path(__file__).parents[2])}
    subprocess.run([sys.executable, "-c", code, str(path)], check=True, env=env)
    (found,) = Autosave().found()
    assert found.path == path
    s = Session()
    s.recover(found)
    assert s.dirty and s.path == path
    assert s.document != load(path)
    s.save()
    assert Autosave().found() == ()


def test_an_empty_document_is_nothing_to_bring_back() -> None:
    s = session(block("a", 10.0, 1.0))
    s.new(Document())
    s.keep_safe()
    assert not s.dirty and Autosave().found() == ()


def test_an_autosave_of_a_program_that_runs_is_left_to_it(tmp_path: Path) -> None:
    folder = tmp_path / "autosave"
    s = Session(Document(rigs=(rig(),)), autosave=Autosave(folder))
    s.edit(replace(s.rig, name="Changed"), "renamed")
    s.keep_safe()
    assert len(list(folder.glob("*.autosave"))) == 1
    (folder / "torn.autosave").write_bytes(b"{}\n{")
    parent = subprocess.run(
        [sys.executable, "-c", f"from pathlib import Path; from frelt.app.autosave import Autosave; print(Autosave(Path({str(folder)!r})).found())"],
        capture_output=True, text=True, check=True, env={**os.environ, "PYTHONPATH": str(Path(__file__).parents[2])},
    )  # fmt: skip
    assert parent.stdout == "()\n"
    s.save(tmp_path / "rig.frelt.json")
    assert not [f for f in folder.glob("*.autosave") if f.name != "torn.autosave"]


def test_the_demo_is_a_copy_of_ones_own_and_is_never_overwritten() -> None:
    path, *_ = own_demo()
    path.write_text(path.read_text().replace("Poultry barn", "My own barn"))
    assert own_demo()[0].read_text().count("My own barn")


def test_settings_survive_and_an_unreadable_file_is_set_aside(home: Path) -> None:
    store = SettingsStore()
    store.change(length="mm", theme="dark")
    store.opened(Path("/tmp/a.frelt.json"))
    again = SettingsStore()
    assert (again.value.length, again.value.theme, len(again.value.recent)) == ("mm", "dark", 1)
    store.path.write_text("{broken")
    assert SettingsStore().value.theme == "light"
    assert store.path.with_suffix(".json.unreadable").exists()


def test_a_copy_of_a_rig_shares_no_id_with_it_and_has_no_serial() -> None:
    one = demo("barn-wash").rigs[0]
    twin = copy_rig(one, new_id, "Twin")
    check_rig(twin)
    ids = lambda r: {r.id, *(i.id for i in r.items), *(s.id for s in r.states), *(d.id for d in r.decks), r.trailer.id}  # noqa: E731
    assert not ids(one) & ids(twin)
    assert (twin.serial, twin.parent) == ("", one.id)
    assert {a.split("/")[1] for s in twin.states for a in s.fills} == {"tank"}


def test_duplicating_and_removing_take_fills_along() -> None:
    one = demo("barn-wash").rigs[0]
    more, copy_id = duplicate(one, "sh", 0.7, 0.0, new_id)
    check_rig(more)
    assert all((f"{copy_id}/tank" in s.fills) == ("sh/tank" in s.fills) for s in more.states)
    less = remove(more, copy_id)
    assert less == one


def test_ratings_are_set_by_the_field_their_limit_names() -> None:
    one = rig(tank("w", 10.0, 1.0))
    for field in ("ratings.gross", "ratings.coupler_tongue", "axles[0].rating", "axles[0].tires.rating"):
        assert set_rating(one, field, plate(1.0)) != one
        assert set_rating(one, field, NOT_RATED) != set_rating(one, field, None)
    with pytest.raises(KeyError):
        set_rating(one, "rules.side_difference", plate(1.0))


def test_two_programs_teaching_the_shop_at_once_keep_every_lesson(home: Path) -> None:
    code = (
        "import sys\nfrom frelt.app.lessons import teach\nfrom frelt.core.scale.learned import Lesson\n"
        "for n in range(20):\n    teach(Lesson(id=f'{sys.argv[1]}-{n}', entries=(), j=(), h=(), units=()))"
    )
    running = [subprocess.Popen([sys.executable, "-c", code, name]) for name in ("one", "two")]
    assert [r.wait(60) for r in running] == [0, 0]
    assert len(lessons()) == 40


def test_what_opens_can_be_saved_however_large_its_record_is_and_a_full_record_says_so(
    home: Path, tmp_path: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    """A document just within what is read, written without a space: indented it is far more."""
    document = demo("hull-rinse")
    long = "rinsed the hull and coiled the hose again " * 40
    log = tuple(LogEntry(id=f"l{n}", when="2026-05-18T14:05", text=long, rig=document.rigs[0].id) for n in range(5_600))
    path = tmp_path / "long.frelt.json"
    path.write_bytes(msgspec.json.encode(replace(document, log=log)))
    assert 9_500_000 < path.stat().st_size < 10_000_000
    own = Session(Document())
    own.open(path)
    own.edit(replace(own.document.rigs[0], name="Renamed"), "renamed")
    assert own.keep_safe() == "" and own.save() == path
    assert load(path).rigs[0].name == "Renamed" and len(load(path).log) == 5_600
    monkeypatch.setattr("frelt.app.session.FULL", 1_000_000)
    with pytest.raises(FreltError, match="the record of this file is full"):
        own.keep(LogEntry(id="one-more", when="2026-05-18T14:06", text="x", rig=own.document.rigs[0].id))
    assert len(own.document.log) == 5_600
