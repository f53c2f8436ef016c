"""The scale step by mouse and keys: a ticket typed, what it says, a slip agreed, the switch, what to weigh next, a scale on a line."""

import threading
from pathlib import Path

import pdfplumber
import pytest
from msgspec.structs import replace
from PyQt6.QtCore import QPoint, Qt
from PyQt6.QtTest import QTest
from PyQt6.QtWidgets import QApplication, QPushButton
from pytestqt.qtbot import QtBot

from frelt.app.lessons import forget, lessons, teach
from frelt.app.scale_line import Simulated
from frelt.core.base.figure import Figure
from frelt.core.base.units import LB
from frelt.core.edit.weighings import with_weighing
from frelt.core.model.document import Document
from frelt.core.scale.as_weighed import as_weighed
from frelt.ui.frame.step import Step
from frelt.ui.frame.window import Window
from frelt.ui.steps.scale.page import ScalePage
from tests.core.test_packed import packed
from tests.core.test_scale import ticket_of, wheels
from tests.ui.hands import go, press, typed
from tests.ui.hands import worked_out as known
from tests.ui.test_cause import Fresh, opened


def scale(window: Window, qtbot: QtBot) -> ScalePage:
    page = go(window, Step.SCALE)
    assert isinstance(page, ScalePage)
    known(page, qtbot)
    return page


def type_in(page: ScalePage, *readings: str) -> None:
    """Readings into the fields, from the first plate on."""
    for n, text in enumerate(readings):
        typed(page.ticket, f"reading-{n}", text)


def words(page: ScalePage) -> str:
    from PyQt6.QtWidgets import QLabel

    return (
        " | ".join(x.text() for x in page.says.findChildren(QLabel) if x.isVisibleTo(page))
        + " | "
        + " | ".join(b.accessibleName() or b.text() for b in page.says.findChildren(QPushButton))
    )


def test_playgrounds_a_swapped_pair_is_named_first_agreed_to_and_undone_wholly(fresh: Fresh, qtbot: QtBot) -> None:
    """Four wheels in kilograms, the water half full; the front pair is typed the wrong way round."""
    rig = packed("playground-skid")
    first = rig.items[0]
    rig = replace(rig, items=(replace(first, place=replace(first.place, v=first.place.v + 0.2)), *rig.items[1:]))
    one = as_weighed(rig, ticket_of(rig, wheels(rig)))
    read = one.rows @ one.moments
    read[0] += 50
    window = fresh(Document(rigs=(rig,)))
    page, desk = scale(window, qtbot), window.desk
    assert page.shown == 0 and [f.label.text() for f in page.ticket.fields.values()][:2] == [
        "Front axle left",
        "Front axle right",
    ]
    page.ticket.unit.setCurrentText("kg")
    page.ticket.unit.activated.emit(1)
    for a, _, t in rig.tanks():
        typed(page.ticket, f"held-{a}", desk.units.show(0.5 * t.capacity.value * t.top, "volume"))
    typed(page.ticket, "reading-0", "12x0")
    assert "no reading" in page.ticket.fields[0].error.text()
    shown = [f"{round(v / 10) * 10:.0f}" for v in (read[1], read[0], read[2], read[3])]
    type_in(page, *shown)
    press(page.ticket, "Keep this ticket")
    known(page, qtbot)
    kept = desk.session.document.tickets[-1]
    assert [r.printed for r in kept.readings] == shown and kept.things and len(kept.things) == len(rig.items)
    page.show_part(1)
    QApplication.processEvents()
    said = words(page)
    assert "Front axle left and front axle right were written down the wrong way round. Agree, and read it so" in said
    before = desk.session.rig
    button = next(b for b in page.says.findChildren(QPushButton) if "the wrong way round" in b.accessibleName())
    assert button.accessibleName().startswith(tuple("123456789"))
    button.click()
    known(page, qtbot)
    assert "Agreed: Front axle left and front axle right are exchanged" in words(page)
    assert desk.session.document.tickets[-1] == kept  # the record stays as it was printed
    desk.undo()
    assert desk.session.rig is not None and before is not None and desk.session.rig.weighings == before.weighings


def test_the_loads_follow_by_a_switch_a_reading_is_set_aside_and_the_ticket_is_taken_back(fresh: Fresh, qtbot: QtBot) -> None:
    window = opened(fresh, "barn-closed")
    page, desk = scale(window, qtbot), window.desk
    rig = desk.session.rig
    assert rig is not None
    type_in(page, "1,700", "1,560", "1,710", "1,550", "640")
    assert window.bench.tools.scale is page.now and len(page.now.typed) == 5
    page.ticket.how.setCurrentIndex(1)
    page.ticket.how.activated.emit(1)
    assert not page.now.typed
    page.ticket.how.setCurrentIndex(0)
    page.ticket.how.activated.emit(0)
    assert page.now.typed[0] == "1,700" and page.ticket.fields[0].edit.text() == "1,700"  # nothing typed is lost on the way
    press(page.ticket, "Keep this ticket")
    assert page.shown == 1
    known(page, qtbot)
    table = page.says.tables[0]
    assert [w for w, _ in table.rows] == ["Axle 1 left", "Axle 1 right", "Axle 2 left", "Axle 2 right", "The coupler"]
    free = desk.session.solved
    assert page.says.use is not None and free is not None
    page.says.use.click()
    known(page, qtbot)
    told = desk.session.solved
    assert told is not None and desk.session.rig is not None and desk.session.rig.use_scale
    a, b = free.check("gross"), told.check("gross")
    assert a is not None and b is not None and b.spread < a.spread / 3 and b.beyond == 0.0
    assert [i.mass for i in desk.session.rig.items] == [i.mass for i in rig.items]  # figures stay
    QTest.mouseClick(page.says.tables[0], Qt.MouseButton.LeftButton, pos=QPoint(20, 4 * 50 + 10))
    known(page, qtbot)
    assert "The coupler set aside" in words(page) and len(page.says.tables[0].rows) == 4
    press(page.says, "take it back from this rig")
    known(page, qtbot)
    assert not desk.session.rig.weighings and not desk.session.rig.use_scale and "Not weighed yet" in words(page)
    back = desk.session.solved
    assert back is not None and back.check("gross").load == pytest.approx(a.load)  # type: ignore[union-attr]
    page.show_part(2)
    known(page, qtbot)
    assert page.now.said is not None and page.now.said.following
    assert "becomes ±" in page.following.words(page.now.said.following[0])


def test_the_demo_s_ticket_disagrees_and_a_newcomer_finds_and_counts_the_forgotten_kit(
    window: Window, qtbot: QtBot, tmp_path: Path
) -> None:
    """The demo shop's barn rig: 330 lb at the tail that nobody has in the rig; counted by one click, the ticket fits."""
    page, desk = scale(window, qtbot), window.desk
    assert page.shown == 1 and "further off than they mostly are" in words(page)
    first = next(b for b in page.says.findChildren(QPushButton) if "Something was aboard at the tail" in b.accessibleName())
    assert "Count it as kit by" in first.accessibleName()
    before = page.now.said.fit.p  # type: ignore[union-attr]
    first.click()
    known(page, qtbot)
    assert desk.rig is not None and any(k.what == "kit the scale found" for k in desk.rig.kit)
    assert page.now.said is not None and page.now.said.fit.p > max(before, 0.3) and "The readings fit" in words(page)
    window.papers.scale_to(tmp_path / "scale.pdf")
    with pdfplumber.open(tmp_path / "scale.pdf") as pdf:
        text = " ".join(p.extract_text() for p in pdf.pages)
    for part in (
        "SCALE SHEET",
        "Axle 1 left",
        "predicted",
        "read 600 lb",
        "What to weigh next".upper(),
    ):
        assert part in text, part
    desk.undo()
    assert desk.session.rig is not None and not desk.session.rig.kit


def test_a_scale_on_a_line_types_the_plate_that_is_pointed_at(fresh: Fresh, qtbot: QtBot) -> None:
    window = opened(fresh, "tram-tray")
    page = scale(window, qtbot)
    device = Simulated([900 * LB], "lb")
    on = threading.Event()
    on.set()
    thread = threading.Thread(target=device.serve, args=(0, on.is_set))
    thread.start()
    try:
        page.ticket.fields[2].edit.setFocus()
        page.now.point(2)
        page.ticket.port.setText(device.path)
        press(page.ticket, "Read the plate pointed at")
        qtbot.waitUntil(lambda: 2 in page.now.typed, timeout=15_000)
    finally:
        on.clear()
        thread.join()
        device.close()
    assert page.now.typed[2] == "900 lb"
    page.ticket.port.setText("/dev/not-there")
    press(page.ticket, "Read the plate pointed at")
    qtbot.waitUntil(lambda: "expected a serial port" in window.message.words.text(), timeout=10_000)


def test_the_shop_learns_from_tickets_that_fit_and_offers_it_where_the_next_is_taken(fresh: Fresh, qtbot: QtBot) -> None:
    """A toolbox 20 kg heavier than the catalog has it, weighed on its rig; the next rig's toolbox is offered heavier, its own never."""
    rig = packed("barn-closed")
    box = next(i for i in rig.items if i.origin == "catalog: toolbox-24")
    sure = tuple(
        replace(i, mass=replace(i.mass, plus_minus=12.0 if i.id == box.id else 0.2)) for i in rig.items
    )  # all else was weighed before
    empty = rig.trailer.empty  # type: ignore[union-attr]
    assert empty is not None and empty.axles is not None
    known_empty = replace(
        empty, tongue=replace(empty.tongue, plus_minus=0.5, origin=""), axles=replace(empty.axles, plus_minus=0.5, origin="")
    )
    rig = replace(rig, trailer=replace(rig.trailer, empty=known_empty))
    rig = replace(rig, items=sure, nobody_counted=Figure(value=30.0, plus_minus=2.0))
    one = as_weighed(rig, ticket_of(rig, wheels(rig)))
    at, place = one.columns.starts[rig.trailer.id], one.frames.items[box.id].at  # type: ignore[union-attr]
    read = one.rows @ one.moments + 20.0 * (one.rows[:, at] + one.rows[:, at + 1] * place[0] + one.rows[:, at + 2] * place[1])
    heavy = replace(with_weighing(rig, ticket_of(rig, wheels(rig), read, step=2.0).ticket), id=rig.id)
    window = fresh(Document(rigs=(heavy,)))
    page = scale(window, qtbot)
    page.show_part(1)
    known(page, qtbot)
    press(page.says, "let the shop's catalog learn from it")
    assert "has learned of" in window.message.words.text()
    (first,) = lessons()
    for n in range(7):  # of seven rigs more of this kind
        teach(replace(first, id=f"rig-{n}"))
    window.desk.go(Step.BIG_THINGS)
    window.desk.take(box.id)
    QApplication.processEvents()
    for n in range(7):
        forget(f"rig-{n}")
    window.desk.take("")
    window.desk.take(box.id)
    assert window.right.things.hand.taught.isHidden()
    for n in range(7):
        teach(replace(first, id=f"rig-{n}"))
    other = fresh(Document(rigs=(replace(rig, id="other"),)))
    other.desk.take(box.id)
    QApplication.processEvents()
    link = other.right.things.hand.taught
    assert not link.isHidden() and link.text().startswith("By tickets of 8 of them: ")
    link.click()
    taken = other.desk.session.rig.item(box.id).mass  # type: ignore[union-attr]
    assert taken.value > box.mass.value + 2 and "tickets" in taken.note
    press(page.says, "the shop's catalog has learned from it: take that back")
    other.desk.undo()
    for n in range(7):
        forget(f"rig-{n}")
    assert lessons() == ()
    other.desk.take("")
    other.desk.take(box.id)
    assert link.known is None or link.isHidden()
