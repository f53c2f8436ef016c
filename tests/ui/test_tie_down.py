"""Tie-down by mouse and keys: rings put, straps laid and judged, proposals, the walk ticked, kept and printed."""

from pathlib import Path

import pdfplumber
import pytest
from msgspec.structs import replace
from PyQt6.QtCore import QEvent, QPoint, QPointF, Qt
from PyQt6.QtGui import QMouseEvent
from PyQt6.QtTest import QTest
from PyQt6.QtWidgets import QApplication, QPushButton
from pytestqt.qtbot import QtBot

from frelt.core.base.figure import Figure
from frelt.core.edit.items import turn
from frelt.core.model.document import Document
from frelt.core.model.item import Item
from frelt.core.model.tie_down import TieDown
from frelt.drawing.overlay.straps import anchor_spots, strap_runs
from frelt.ui.bench import drawings
from frelt.ui.bench.step_overlays import rings_in_hand
from frelt.ui.frame.step import Step
from frelt.ui.frame.window import Window
from frelt.ui.steps.tie_down.page import TieDownPage
from tests.conftest import LONG, rig, tank
from tests.core.test_packed import packed
from tests.ui.hands import go, press, typed
from tests.ui.hands import worked_out as known
from tests.ui.test_cause import Fresh, opened

LEFT, NONE = Qt.MouseButton.LeftButton, Qt.KeyboardModifier.NoModifier


def tie_down(window: Window, qtbot: QtBot) -> TieDownPage:
    page = go(window, Step.TIE_DOWN)
    assert isinstance(page, TieDownPage)
    known(page, qtbot)
    return page


def at(window: Window, x: float, y: float) -> QPoint:
    layout = window.bench.layout_now
    assert layout is not None
    return layout.to_px("plan", x, y).toPoint()


def ring_at(window: Window, name: str) -> QPoint:
    solved, layout, carrier = window.desk.solved, window.bench.layout_now, window.desk.carrier
    assert solved is not None and layout is not None and carrier is not None
    spots = dict(anchor_spots(solved.rig, solved.frames, carrier.id, layout.sheet, "plan"))
    return QPointF(*spots[name]).toPoint()


def drag(window: Window, start: QPoint, end: QPoint, keys: Qt.KeyboardModifier = NONE) -> None:
    bench = window.bench
    QTest.mousePress(bench, LEFT, keys, start)
    for n in range(1, 5):
        spot = QPointF(start) + QPointF(end - start) * n / 4
        QApplication.sendEvent(
            bench, QMouseEvent(QEvent.Type.MouseMove, spot, bench.mapToGlobal(spot), Qt.MouseButton.NoButton, LEFT, keys)
        )
    QTest.mouseRelease(bench, LEFT, keys, end)
    QApplication.processEvents()


def one_tank(fresh: Fresh) -> Window:
    one = replace(tank("water", 300.0, 2.0, size=0.8), name="Water tank", height=Figure(value=1.0))
    return fresh(Document(rigs=(rig(one),)))


def test_rings_are_put_by_a_double_click_and_a_strap_is_laid_from_one_over_the_tank_to_the_other(
    fresh: Fresh, qtbot: QtBot
) -> None:
    window = one_tank(fresh)
    page, desk = tie_down(window, qtbot), window.desk
    assert "How Water tank is held is not said" in page.now.findings[0].words
    for y in (-0.6, 0.6):
        QTest.mouseDClick(window.bench, LEFT, NONE, at(window, 2.0, y))
        QApplication.processEvents()
    assert desk.rig is not None and [a.id for a in desk.rig.tie_down.anchors] == ["A1", "A2"]
    drag(window, ring_at(window, "A1"), ring_at(window, "A2"))
    strap = desk.rig.tie_down.straps[0]
    assert (strap.item, strap.start, strap.end) == ("water", "A1", "A2") and page.now.strap == strap.id
    assert all(p[2] == pytest.approx(1.0) for p in strap.over) and page.shown == 1
    known(page, qtbot)
    # said of the strap and its rings, by keys; then it is judged, and its picture tells what it bears
    typed(page.hand, "strap-pre", "300 lb")
    page.now.take("water", "A1")
    typed(page.hand, "anchor-holds", "2000 lb")
    press(page.hand, "The same for the 1 unread of its kind")
    known(page, qtbot)
    assert all(isinstance(a.holds, Figure) for a in desk.rig.tie_down.anchors)
    page.now.take("water")
    known(page, qtbot)
    one = page.now.one()
    assert one is not None and one.how == "strapped" and not one.missing and page.hand.table.rows
    assert page.hand.picture.pulls()[strap.id].endswith("lb")
    # a ring is moved with Shift; the strap in hand goes with Delete, and comes back
    before = desk.rig.tie_down.anchor("A2")
    drag(window, ring_at(window, "A2"), at(window, 2.4, 0.7), Qt.KeyboardModifier.ShiftModifier)
    after = desk.rig.tie_down.anchor("A2")
    assert before is not None and after is not None and after.u > before.u + 0.2
    solved, layout = desk.solved, window.bench.layout_now
    assert solved is not None and layout is not None
    runs = dict(strap_runs(solved.rig, solved.frames, desk.carrier.id, layout.sheet, "plan"))  # type: ignore[union-attr]
    a, b = runs[strap.id][0], runs[strap.id][1]
    QTest.mouseClick(window.bench, LEFT, NONE, QPoint(round(0.4 * a[0] + 0.6 * b[0]), round(0.4 * a[1] + 0.6 * b[1])))
    assert page.now.strap == strap.id
    QTest.keyClick(window, Qt.Key.Key_Delete)
    assert desk.rig.tie_down.straps == ()
    desk.undo()
    assert [s.id for s in desk.rig.tie_down.straps] == [strap.id]


@pytest.mark.parametrize(
    ("name", "units", "turned"),
    [("barn-closed", "metric", False), ("hull-open", "us", True), ("shelter-van", "us", False)][: None if LONG > 1 else 2],
)
def test_a_packed_rig_is_held_thing_by_thing_and_undone_wholly(
    fresh: Fresh, qtbot: QtBot, name: str, units: str, turned: bool
) -> None:
    window = opened(fresh, name)
    desk = window.desk
    if units == "metric":
        desk.set_looks(length="mm", mass="kg", volume="L")
    tanks: list[Item] = [i for i in packed(name).items if i.tanks and i.name.startswith(("SH tank", "Water tank"))]
    if turned:
        desk.edit(lambda r: turn(r, tanks[0].id), "turned")
    desk.edit(lambda r: replace(r, tie_down=TieDown()), "loosened")
    base = desk.session.rig
    page = tie_down(window, qtbot)
    assert page.now.findings and any("not said" in f.words for f in page.now.findings)
    page.now.take(tanks[0].id)
    known(page, qtbot)
    button = page.hand.findChild(QPushButton, "hold-it")
    assert button is not None
    button.click()
    known(page, qtbot)
    rig_now = desk.session.rig
    assert rig_now is not None and base is not None
    if rig_now is base:  # there was no way, and that was said
        assert "hold" in window.message.words.text() or "room" in window.message.words.text()
        return
    one = page.now.one()
    assert one is not None and one.status in ("unknown", "tight") and one.body.pulls and "anchor" in " ".join(one.missing)
    assert dict(page.hand.table.can) and page.hand.table.rows[0][3]
    desk.undo()
    assert desk.session.rig is not None and desk.session.rig.tie_down == base.tie_down == TieDown()


def test_everything_is_held_at_once_by_one_button_and_one_undo_takes_it_back(fresh: Fresh, qtbot: QtBot) -> None:
    window = opened(fresh, "tram-tray")
    desk = window.desk
    desk.edit(lambda r: replace(r, tie_down=TieDown()), "loosened")
    page = tie_down(window, qtbot)
    before = sum(h.how == "nothing" for h in page.now.found)
    press(page.things, "Hold all that nothing is said of")
    known(page, qtbot)
    rig_now = desk.session.rig
    assert rig_now is not None and rig_now.tie_down.bolts and rig_now.tie_down.straps
    left = sum(h.how == "nothing" for h in page.now.found)
    assert left < before / 3 and (not left or page.things.left.text().startswith("Left: "))
    assert not any(h.status == "over" for h in page.now.found)
    desk.undo()
    assert desk.session.rig is not None and not desk.session.rig.tie_down.bolts


def test_the_walk_is_ticked_kept_in_the_record_past_undo_and_printed(fresh: Fresh, qtbot: QtBot, tmp_path: Path) -> None:
    window = opened(fresh, "hull-closed")
    page, desk = tie_down(window, qtbot), window.desk
    page.tabs[2].click()
    QApplication.processEvents()
    walk = page.walk
    words = [s.words for s in walk.stops]
    for part in (
        "Coupler down",
        "Chains crossed",
        "Plug in",
        "Jack up",
        "Ramp shut",
        "drum locked",
        "tires: pressure",
        "caps tight",
    ):
        assert any(part in w for w in words), part
    assert [s.side for s in walk.stops] == sorted((s.side for s in walk.stops), key=["left", "rear", "right", "front"].index)
    walk.list.setFocus()
    for _ in range(3):
        QTest.keyClick(walk.list, Qt.Key.Key_Space)
        QTest.keyClick(walk.list, Qt.Key.Key_Down)
    assert walk.count.text().startswith(f"3 of {len(words)}")
    begun = desk.session.document.walks[-1]
    assert begun.goes_on and begun.done == tuple(words[:3]) and desk.session.dirty  # a crash loses no tick
    press(walk, "Keep this walk in the record")
    kept = desk.session.document.walks[-1]
    assert [w.goes_on for w in desk.session.document.walks if w.id == kept.id] == [False]
    assert kept.done == tuple(words[:3]) and len(kept.left) == len(words) - 3 and not walk.done
    assert "3 looked at" in walk.last.text()
    desk.undo()
    assert desk.session.document.walks[-1] == kept
    window.papers.held_to(tmp_path / "held.pdf")
    with pdfplumber.open(tmp_path / "held.pdf") as pdf:
        text = " ".join(p.extract_text() for p in pdf.pages)
    tied = {s.item for s in desk.session.rig.tie_down.straps}  # type: ignore[union-attr]
    assert tied and all(desk.session.rig.item(i).name[:20] in text for i in tied)  # type: ignore[union-attr]
    assert "An unread anchor must hold at least" in text and "49 CFR 393.110" in text and "sheared" in text
    window.papers.walk_to(tmp_path / "walk.pdf")
    with pdfplumber.open(tmp_path / "walk.pdf") as pdf:
        text = " ".join(p.extract_text() for p in pdf.pages)
    assert all(w[:24] in text for w in words) and "Along the right side".upper() in text


def test_rings_and_a_strap_without_a_mouse_and_a_bolt_said_once_for_all_alike(fresh: Fresh, qtbot: QtBot) -> None:
    window = one_tank(fresh)
    page, desk = tie_down(window, qtbot), window.desk
    page.now.take("water")
    known(page, qtbot)
    for _ in range(2):
        press(page.hand, "Put a ring beside it")
        known(page, qtbot)
    press(page.hand, "Lay a strap")
    assert desk.rig is not None
    (strap,) = desk.rig.tie_down.straps
    assert (strap.item, {strap.start, strap.end}) == ("water", {"A1", "A2"}) and page.now.strap == strap.id
    page.now.take("water")
    known(page, qtbot)
    press(page.hand, "hold it with bolts instead")
    known(page, qtbot)
    assert desk.rig.tie_down.straps == () and len(desk.rig.tie_down.bolts[0].at) == 4
    assert page.now.one().status == "unknown"  # type: ignore[union-attr]
    typed(page.hand, "bolt-tension", "800 lb")
    known(page, qtbot)
    typed(page.hand, "bolt-shear", "900 lb")
    known(page, qtbot)
    assert page.now.one().status == "ok" and page.now.findings == ()  # type: ignore[union-attr]
    press(page.hand, "take all that holds it off")
    known(page, qtbot)
    assert page.now.one().how == "nothing"  # type: ignore[union-attr]


def test_straps_run_below_names_and_names_give_way_to_the_rings_in_hand(
    fresh: Fresh, qtbot: QtBot, monkeypatch: pytest.MonkeyPatch
) -> None:
    """A van whose straps cross each other over many small things."""
    window = opened(fresh, "shelter-van")
    page, bench = tie_down(window, qtbot), window.bench
    told: list[str] = []
    for owner, name in ((drawings, "paint_straps"), (type(bench.labels), "paint")):
        kept = getattr(owner, name)
        monkeypatch.setattr(owner, name, lambda *a, n=name, k=kept, **more: (told.append(n), k(*a, **more))[1])
    page.now.take(next(i.id for i in window.desk.session.rig.items if i.name == "Water tank"))  # type: ignore[union-attr]
    bench.grab()
    assert "paint_straps" in told and "paint_straps" not in told[told.index("paint") :]
    assert bench.layout_now is not None and len(rings_in_hand(bench.tools, bench.layout_now)) == 4
    names = [one.box for one in bench.labels.of["plan"]]
    assert not [1 for ring in rings_in_hand(bench.tools, bench.layout_now) for n in names if ring.meets(n)]
