"""Nothing breaks the window, nothing is lost, nothing from a file is run: driven as a person, another program or a file would."""

import errno
import subprocess
import sys
import threading
from collections.abc import Callable
from pathlib import Path
from typing import Any

import pytest
from msgspec import Struct
from msgspec.structs import replace
from PyQt6.QtCore import QEvent, QPoint, QPointF, Qt
from PyQt6.QtGui import QMouseEvent
from PyQt6.QtTest import QTest
from PyQt6.QtWidgets import QAbstractItemView, QApplication, QLabel, QLineEdit, QListWidget, QTableWidget, QWidget
from pytestqt.qtbot import QtBot

from frelt.app import autosave, storage
from frelt.app.autosave import Autosave
from frelt.app.library import Library
from frelt.app.session import Session
from frelt.core.edit.items import move, with_item
from frelt.core.model.document import Document
from frelt.drawing import sketch
from frelt.formats.document import decode, encode
from frelt.ui.bench import drawings
from frelt.ui.frame.beside import Beside
from frelt.ui.frame.keeping import ELSEWHERE, UNSAFE
from frelt.ui.frame.putting import put
from frelt.ui.frame.start import Faults, build
from frelt.ui.frame.step import Step
from frelt.ui.frame.tables import read_in
from frelt.ui.frame.window import Window
from tests.conftest import block, demo, rig, tank
from tests.ui.hands import go

ROOT = Path(__file__).parents[2]


def test_zero_on_a_plate_is_refused_in_place_and_a_file_of_zeros_opens_with_a_full_window(
    window: Window, tmp_path: Path, qtbot: QtBot
) -> None:
    page = go(window, Step.CHASSIS)
    before = window.desk.session.document
    fields = [e for e in page.findChildren(QLineEdit) if e.objectName().startswith("chassis-plate:")]
    assert len(fields) > 8
    for edit in fields:
        edit.setFocus()
        edit.selectAll()
        QTest.keyClicks(edit, "0")
        QTest.keyClick(edit, Qt.Key.Key_Return)
        said = edit.parentWidget().error.text()  # type: ignore[union-attr]
        assert said == "No plate says 0: type “not rated” where there is none, or clear the field while it is unread."
        edit.setText(edit.property("shown"))
    assert window.desk.session.document is before
    path = tmp_path / "zeros.frelt.json"
    path.write_bytes(encode(before).replace(b"1587.5732950000001", b"0").replace(b"3175.1465900000003", b"0"))
    again = build(path)
    again.show()
    QApplication.processEvents()
    said_there = again.message.text()
    assert "is 0 in the file, which no plate says: taken as unread" in said_there and "not rated" in said_there
    qtbot.waitUntil(lambda: len(again.menus.actions) > 20)
    qtbot.waitUntil(lambda: again.right.things.catalog.list.count() > 5)
    bench, held = again.bench, again.desk.rig.items[0].id  # type: ignore[union-attr]
    start = bench.item_centre(held).toPoint()
    QTest.mousePress(bench, Qt.MouseButton.LeftButton, pos=start)
    QTest.mouseMove(bench, start + QPoint(20, 8))
    QTest.mouseRelease(bench, Qt.MouseButton.LeftButton, pos=start + QPoint(20, 8))


def test_an_edit_beyond_all_bounds_is_refused_in_words_and_the_work_stays_savable(
    fresh: Callable[[Document], Window], tmp_path: Path
) -> None:
    window = fresh(Document(rigs=(rig(block("a", 20.0, 1.0)),)))
    window.desk.take("a")
    for far in (3930 * 0.0254, float("nan")):
        window.desk.edit(lambda r, far=far: move(r, "a", far, 0.0), "moved")  # type: ignore[misc]
        assert window.message.text().startswith("“a”, place along its deck: ")
    window.desk.edit(lambda r: with_item(r, replace(r.item("a"), note="\ud83d")), "noted")
    assert window.message.text() == "“a”, note: half of a character; expected text that can be written down."
    assert not window.desk.session.can_undo
    path = window.desk.session.save(tmp_path / "a.frelt.json")
    assert decode(path.read_bytes()) == window.desk.session.document


def elsewhere(path: Path, note: str) -> None:
    """Another program opens the file, changes it and saves."""
    other = Session(autosave=Autosave())
    other.open(path)
    other.change(replace(other.document, job=replace(other.document.job, note=note)), "noted")
    other.save()


@pytest.mark.parametrize("choice", ["Save mine beside it", "Put mine in its place", "Open theirs"])
def test_two_programs_on_one_file_keep_both_works(window: Window, tmp_path: Path, qtbot: QtBot, choice: str) -> None:
    session, path = window.desk.session, tmp_path / "rig.frelt.json"
    session.save(path)
    elsewhere(path, "theirs")
    window.desk.edit(lambda r: replace(r, note="mine"), "noted")
    assert not window.files.save() and decode(path.read_bytes()).job.note == "theirs"
    assert "changed by another program" in window.notices.words(ELSEWHERE)
    window.notices.offers(ELSEWHERE)["Compare them"].click()
    (beside,) = [w for w in QApplication.topLevelWidgets() if isinstance(w, Beside)]
    assert beside.choices[0].currentText().endswith("(in the file)") and beside.rigs() is not None
    beside.close()
    window.notices.offers(ELSEWHERE)[choice].click()
    assert not window.notices.isVisible()
    found = {f.name: decode(f.read_bytes()) for f in tmp_path.glob("*.frelt.json")}
    notes = {d.rigs[0].note for d in found.values()} | {r.document.rigs[0].note for r in Autosave().found()}
    assert "theirs" in {d.job.note for d in found.values()} and "mine" in notes
    if choice == "Save mine beside it":
        assert session.path == tmp_path / "rig.mine.frelt.json" and found["rig.frelt.json"].job.note == "theirs"
    if choice == "Put mine in its place":
        assert found["rig.theirs.frelt.json"].job.note == "theirs" and not session.dirty
        assert "Theirs is kept as rig.theirs.frelt.json" in window.message.text()
    if choice == "Open theirs":
        assert session.document.job.note == "theirs" and "Bring back unsaved work" in window.message.text()


def test_a_change_elsewhere_is_noticed_on_return_to_the_window_and_by_a_recovery(
    window: Window, tmp_path: Path, qtbot: QtBot
) -> None:
    session, path = window.desk.session, tmp_path / "rig.frelt.json"
    session.save(path)
    window.desk.edit(lambda r: replace(r, note="mine"), "noted")
    session.keep_safe()
    elsewhere(path, "newer")
    window.activateWindow()
    qtbot.waitActive(window)
    QApplication.sendEvent(window, QEvent(QEvent.Type.ActivationChange))
    assert "Nothing of either is lost" in window.notices.words(ELSEWHERE)
    (left,) = Autosave(autosave.state_dir() / "autosave").found()
    other = build(path)
    other.files.bring_back(left)
    assert other.desk.session.rig.note == "mine"  # type: ignore[union-attr]
    assert "was changed by another program" in other.notices.words(ELSEWHERE)
    assert not other.files.save() and decode(path.read_bytes()).job.note == "newer"


def test_work_that_cannot_be_kept_safe_is_told_until_it_is(window: Window, monkeypatch: pytest.MonkeyPatch) -> None:
    def full(path: Path, data: bytes) -> None:
        raise OSError(errno.ENOSPC, "No space left on device")

    with monkeypatch.context() as broken:
        broken.setattr(autosave, "write_atomically", full)
        window.desk.edit(lambda r: replace(r, note="x"), "noted")
        window.desk.keep_safe()
        assert "not being kept safe" in window.notices.words(UNSAFE) and "No space left" in window.notices.words(UNSAFE)
    window.desk.keep_safe()
    assert window.notices.words(UNSAFE) == ""


def test_an_unexpected_error_writes_the_work_first_and_speaks_once(window: Window, capsys: pytest.CaptureFixture[str]) -> None:
    order: list[str] = []
    session = window.desk.session
    window.desk.edit(lambda r: replace(r, note="precious"), "noted")
    keep = session.keep_safe
    session.keep_safe = lambda: (order.append("kept"), keep())[1]  # type: ignore[method-assign]
    window.message.refuse = lambda words: order.append(words)  # type: ignore[method-assign]
    faults = Faults(window)
    for _ in range(3):
        try:
            raise RuntimeError("\x1b[31m<b>odd</b>")
        except RuntimeError:
            faults(*sys.exc_info())  # type: ignore[arg-type]
    assert order[0] == "kept" and len(order) == 2 and "Your work is kept" in order[1] and "\x1b" not in order[1]
    assert [r.document.rigs[0].note for r in Autosave().found()] == ["precious"]


def test_a_drawing_that_fails_is_a_box_said_once_and_a_part_that_fails_leaves_its_outline(
    window: Window, monkeypatch: pytest.MonkeyPatch
) -> None:
    told: list[BaseException] = []
    said: list[str] = []
    monkeypatch.setattr(sys, "excepthook", lambda kind, error, trace: told.append(error))
    window.desk.said.connect(said.append)
    item = window.desk.rig.items[0]  # type: ignore[union-attr]

    def fails(*_: object) -> sketch.Sketch:
        raise ZeroDivisionError

    monkeypatch.setitem(sketch.SKETCHES, item.kind, fails)
    window.desk.kept.forget()
    for _ in range(3):
        window.bench.grab()
    assert said == [s for s in said if item.name in s and "a box stands for it" in s] and len(said) == 1 and not told
    good = window.bench.grab().toImage()
    monkeypatch.setattr(drawings, "tape", fails)
    broken = window.bench.grab().toImage()
    assert [type(e) for e in told] == [ZeroDivisionError] and broken != good
    plan = window.bench.layout_now.posts.center().toPoint()  # type: ignore[union-attr]
    assert broken.copy(plan.x(), plan.y(), 40, 40) == good.copy(plan.x(), plan.y(), 40, 40)  # the other parts are there


def test_the_mouse_moves_over_what_was_painted_last_and_nothing_raises(window: Window) -> None:
    """Copied and undone with no painting between: what lies under the pointer is gone, and is nothing."""
    bench, desk = window.bench, window.desk
    item = desk.rig.items[0].id  # type: ignore[union-attr]
    for _ in range(4):
        desk.take(item)
        window.work.duplicate()
        bench.grab()
        spot = bench.item_centre(desk.in_hand)
        twin = desk.in_hand
        desk.undo()
        for at in (spot, spot + QPointF(3, 3)):
            none = Qt.KeyboardModifier.NoModifier
            bench.mouseMoveEvent(
                QMouseEvent(QEvent.Type.MouseMove, at, at, Qt.MouseButton.NoButton, Qt.MouseButton.NoButton, none)
            )
        assert bench.item_at(spot) != twin
    desk.session.new(Document())
    bench.mouseMoveEvent(QMouseEvent(QEvent.Type.MouseMove, spot, spot, Qt.MouseButton.NoButton, Qt.MouseButton.NoButton, none))


MARKUP = "<img src='{}'><b>x</b> & \"y\""
TEXTS = (
    "name",
    "note",
    "owner",
    "what",
    "words",
    "customer",
    "washes",
    "serial",
    "short",
    "why",
    "text",
    "place",
    "below",
)


def hostile(value: Any, markup: str) -> Any:
    """A document with markup in every text that a hand or a file can set."""
    if isinstance(value, tuple):
        return tuple(hostile(one, markup) for one in value)
    if not isinstance(value, Struct):
        return value
    changed: dict[str, Any] = {}
    for field in value.__struct_fields__:
        own = getattr(value, field)
        if isinstance(own, str) and field in TEXTS and type(value).__name__ not in ("Apart", "Figure", "Liquid"):
            changed[field] = markup + own
        elif isinstance(own, Struct | tuple):
            changed[field] = hostile(own, markup)
    return replace(value, **changed)


def test_markup_in_names_is_letters_on_every_label_tip_list_and_paper(
    fresh: Callable[[Document], Window], tmp_path: Path, request: pytest.FixtureRequest
) -> None:
    """A name with an image on a pipe that nobody writes to: whoever reads it as markup hangs, which a watch would tell."""
    import os

    import pdfplumber

    from frelt.paint.sheet import sheet_pdf

    pipe = tmp_path / "pipe"
    os.mkfifo(pipe)
    markup = MARKUP.format(pipe)
    document = hostile(demo("ballast-wash"), markup)
    assert document.rigs[0].items[0].name.startswith("<img")
    watch = threading.Timer(60, lambda: os._exit(99))
    watch.start()
    request.addfinalizer(watch.cancel)
    window = fresh(document)
    seen: set[str] = set()
    for step in Step:
        go(window, step)
        for held in ("", *(i.id for i in document.rigs[0].items[:1])) if step in (Step.BIG_THINGS, Step.LIQUIDS) else ("",):
            window.desk.take(held)
            window.desk.step = step
            QApplication.processEvents()
            _read(window, seen)
    for opened in (window.panels.table, window.panels.carriers, window.panels.keys):
        opened()
        QApplication.processEvents()
    for top in QApplication.topLevelWidgets():
        _read(top, seen)
    assert any("<img" in text for text in seen)
    path = tmp_path / "sheet.pdf"
    path.write_bytes(sheet_pdf(document, document.rigs[0], window.desk.units))
    with pdfplumber.open(path) as pdf:
        assert "<img" in pdf.pages[0].extract_text()
    window.grab()


def _read(root: QWidget, seen: set[str]) -> None:
    for widget in (root, *root.findChildren(QWidget)):
        tip = widget.toolTip()
        assert "<img" not in tip, tip
        if isinstance(widget, QLabel):
            assert widget.textFormat() == Qt.TextFormat.PlainText, widget.text()
            seen.add(widget.text())
        if isinstance(widget, QListWidget):
            rows = [widget.item(n) for n in range(widget.count())]
            assert not any("<img" in r.toolTip() for r in rows if r is not None)
        if isinstance(widget, QAbstractItemView) and not isinstance(widget, QListWidget | QTableWidget):
            assert widget.model() is not None


def test_a_tank_of_anything_may_stand_beside_one_of_nothing(fresh: Callable[[Document], Window]) -> None:
    """Sizes at their bounds are painted: a thing of 500 by 700 in, one of a millimeter."""
    window = fresh(Document(rigs=(rig(tank("a", 200.0, 1.0), block("b", 5.0, 3.0)),)))
    for size in (500 * 0.0254, 99.0, 0.001):
        for item_id in ("a", "b"):
            one = window.desk.session.rig.item(item_id)  # type: ignore[union-attr]
            figure = replace(one.length, value=size)
            window.desk.edit(lambda r, o=one, f=figure: with_item(r, replace(o, length=f, width=f, height=f)), "sized")  # type: ignore[misc]
            window.desk.take(item_id)
            window.bench.grab()


def test_storage_follows_links_keeps_modes_and_sweeps_what_kills_left(tmp_path: Path) -> None:
    import os

    real, link = tmp_path / "real.frelt.json", tmp_path / "link.frelt.json"
    storage.save(real, Document())
    real.chmod(0o600)
    os.chown(real, 1234, 1234) if os.getuid() == 0 else None
    link.symlink_to(real)
    left = tmp_path / ".real.frelt.json.0123abcd.part"
    left.write_bytes(b"half")
    os.utime(left, (1, 1))
    storage.save(link, demo("shelter-round"))
    assert link.is_symlink() and decode(real.read_bytes()) == demo("shelter-round") and real.stat().st_mode & 0o777 == 0o600
    assert real.stat().st_uid == (1234 if os.getuid() == 0 else os.getuid()) and not left.exists()


SOLAR = "id;Name;Kind;Length mm;width_mm;height_mm;mass_lb\r\n"


def test_solar_field_a_spreadsheet_of_four_hundred_things_is_taken_in_wholly_or_refused_by_row(
    window: Window, tmp_path: Path, qtbot: QtBot
) -> None:
    """Semicolons, decimal commas, pounds, Cyrillic names, one of them markup with an image on a pipe."""
    import os

    import pdfplumber

    from frelt.paint.sheet import sheet_pdf

    pipe = tmp_path / "pipe"
    os.mkfifo(pipe)
    markup = MARKUP.format(pipe)
    names = [f"Ящик № {n}" if n != 77 else markup for n in range(400)]
    rows = [
        f'box-{n};"{name.replace(chr(34), chr(34) * 2)}";Box;1.204,5;300,25;200;44,{n % 90 + 10}'
        for n, name in enumerate(names)
    ]
    good, bad = tmp_path / "solar.csv", tmp_path / "solar-wrong.csv"
    good.write_bytes((SOLAR + "\r\n".join(rows)).encode("utf-8-sig"))
    wrong = [*rows[:10], rows[10].replace("44,20", "heavy"), *rows[11:390], rows[390].replace(";Box;", ";Rocket;"), *rows[391:]]
    bad.write_bytes((SOLAR + "\r\n".join(wrong)).encode("utf-16"))
    desk = window.desk
    for path in (good, bad):
        read_in(desk, path, Library.take_equipment, "entries taken into the shop's catalog")
        qtbot.waitUntil(lambda: not desk.jobs.busy("table"), timeout=20_000)
    said = window.message.text()
    assert "row 12, column mass_kg: “heavy”" in said and "row 392, column kind: “Rocket”" in said
    own = {e.item.id: e.item for e in Library().equipment()}
    assert len(own) == 400 and own["box-77"].name == markup and own["box-0"].length.value == pytest.approx(1.2045)
    assert own["box-13"].mass.value == pytest.approx(44.23 * 0.45359237, abs=1e-6)
    put(desk, "box-77")
    window.right.things.catalog.box.setText("img")
    seen: set[str] = set()
    QApplication.processEvents()
    _read(window, seen)
    rig_now = desk.session.rig
    assert rig_now is not None and any(i.name == markup for i in rig_now.items)
    paper = tmp_path / "solar.pdf"
    paper.write_bytes(sheet_pdf(desk.session.document, rig_now, desk.units))
    with pdfplumber.open(paper) as pdf:
        assert "<img" in "".join(page.extract_text() or "" for page in pdf.pages)
    window.grab()


def test_harbor_two_programs_one_file_and_a_disk_that_is_gone_for_a_minute(
    window: Window, tmp_path: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    session, path = window.desk.session, tmp_path / "harbor.frelt.json"
    session.save(path)
    window.desk.edit(lambda r: replace(r, note="ours"), "noted")
    code = (
        "import sys; from pathlib import Path; from msgspec.structs import replace; from frelt.app.session import Session\n"
        "s = Session(); s.open(Path(sys.argv[1]))\n"
        "s.change(replace(s.document, job=replace(s.document.job, note='theirs')), 'noted'); s.save()"
    )
    subprocess.run([sys.executable, "-c", code, str(path)], check=True, cwd=ROOT)

    def gone(*_: object) -> None:
        raise OSError(errno.EIO, "Input/output error")

    with monkeypatch.context() as broken:
        broken.setattr(storage, "write_atomically", gone)
        broken.setattr(autosave, "write_atomically", gone)
        assert not window.files.save()  # another program's work comes first: nothing would have been written anyway
        assert "changed by another program" in window.notices.words(ELSEWHERE)
        window.notices.offers(ELSEWHERE)["Save mine beside it"].click()
        assert "Input/output error" in window.message.text() and session.dirty
        window.desk.keep_safe()
        assert "Input/output error" in window.notices.words(UNSAFE)
    window.desk.keep_safe()
    assert not window.notices.words(UNSAFE)
    window.notices.offers(ELSEWHERE)["Put mine in its place"].click()
    assert decode(path.read_bytes()).rigs[0].note == "ours" and not session.dirty
    assert decode((tmp_path / "harbor.theirs.frelt.json").read_bytes()).job.note == "theirs"
