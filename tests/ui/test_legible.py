"""The packed rigs can be read: no words over words, headings, posts or tape, each thing told once, its number kept in a drag."""

from collections.abc import Callable, Iterator
from contextlib import contextmanager
from itertools import combinations
from pathlib import Path

import pytest
from PyQt6.QtCore import QPoint, QPointF, QRectF, Qt
from PyQt6.QtGui import QFontMetricsF, QPainter, QStaticText
from PyQt6.QtTest import QTest
from PyQt6.QtWidgets import QApplication

from frelt.core.model.document import Document
from frelt.core.report.aboard import numbers
from frelt.core.space.levels import carried
from frelt.core.space.solids import solids
from frelt.drawing.overlay.posts import place_posts, posts
from frelt.ui.bench.drawings import Drawings
from frelt.ui.frame.step import Step
from frelt.ui.frame.window import Window
from tests.conftest import LONG, wide

FILES = sorted(Path("tests/fixtures/packed").glob("*.json"))
LEFT, NONE = Qt.MouseButton.LeftButton, Qt.KeyboardModifier.NoModifier


@contextmanager
def texts(monkeypatch: pytest.MonkeyPatch) -> Iterator[list[tuple[str, QRectF, QRectF | None]]]:
    """What is written while this lasts: words, what they cover, and what they are clipped to."""
    found: list[tuple[str, QRectF, QRectF | None]] = []
    real = QPainter.drawStaticText

    def record(p: QPainter, at: QPointF, set_: QStaticText) -> None:
        words, m = set_.text(), QFontMetricsF(p.font())
        box = QRectF(at.x(), at.y() + m.ascent() - m.capHeight(), m.horizontalAdvance(words), m.capHeight())
        clip = p.transform().mapRect(p.clipBoundingRect()) if p.hasClipping() else None
        if words.strip():
            found.append((words, p.transform().mapRect(box), clip))
        real(p, at, set_)

    with monkeypatch.context() as m:
        m.setattr(QPainter, "drawStaticText", record)
        yield found


def assert_legible(bench: Drawings, monkeypatch: pytest.MonkeyPatch, about: str, on: frozenset[str] | None = None) -> None:
    """on: what is to be named in the plan; everything on the carrier unless told."""
    with texts(monkeypatch) as found:
        bench.grab()
    assert len(found) > 20
    over = [(a[0], b[0]) for a, b in combinations(found, 2) if a[1].adjusted(0.5, 0.5, -0.5, -0.5).intersects(b[1])]
    assert not over, f"{about}: {over}"
    cut = [w for w, box, clip in found if not (clip or QRectF(bench.rect())).contains(box.adjusted(1, 1, -1, -1))]
    assert not cut, f"{about}: {cut} clipped"
    layout = bench.layout_now
    assert layout is not None
    labels = [one for view in bench.labels.of.values() for one in view]
    boxes = [QRectF(one.box.left, one.box.top, one.box.width, one.box.height) for one in labels]
    assert not [b for b in boxes if b.intersects(layout.tape) or b.intersects(layout.posts)], about
    plan = [i for one in bench.labels.of["plan"] for i in one.items]
    solved, carrier = bench.desk.solved, bench.desk.carrier
    assert solved is not None and carrier is not None
    every = [i.id for i in solved.rig.items if solved.frames.carrier_of[i.id] == carrier.id and not i.built_in]
    assert sorted(plan) == sorted(i for i in every if on is None or i in on), about


@pytest.mark.parametrize("file", FILES if LONG > 1 else FILES[::4], ids=lambda f: f.name.split(".")[0])
def test_no_words_over_anything_and_each_thing_told_once(
    fresh: Callable[[Document], Window], monkeypatch: pytest.MonkeyPatch, file: Path
) -> None:
    window = fresh(Document())
    assert window.files.open_path(file)
    window.desk.go(Step.BIG_THINGS)
    for size, units in (
        ((1024, 700), ("mm", "kg", "L")),
        ((1280, 800), ("in", "lb", "gal")),
        ((1920, 1080), ("ft-in", "lb", "gal")),
    ):
        window.resize(*size)
        window.desk.set_looks(length=units[0], mass=units[1], volume=units[2])
        QApplication.processEvents()
        assert_legible(window.bench, monkeypatch, f"{file.stem} {size}")


@pytest.mark.parametrize("name", wide("harbor-skid", "tram-tray", "playground-skid", "ballast-skid", share=2))
def test_a_close_up_is_legible_level_by_level_and_its_posts_are_still_there(
    fresh: Callable[[Document], Window], monkeypatch: pytest.MonkeyPatch, name: str
) -> None:
    window = fresh(Document())
    assert window.files.open_path(Path(f"tests/fixtures/packed/{name}.frelt.json"))
    window.desk.go(Step.BIG_THINGS)
    desk, bench = window.desk, window.bench
    for size in ((1024, 700), (1280, 800)):
        window.resize(*size)
        desk.close_up.look_at("")
        bench.grab()
        whole = bench.layout_now
        QTest.keyClick(bench, Qt.Key.Key_Z)
        window.looking.closely() if not desk.close_up.closely else None
        bench.grab()
        assert desk.close_up.closely and bench.layout_now is not None and whole is not None
        assert bench.layout_now.scale > (0.95 if name == "tram-tray" else 1.2) * whole.scale  # its tray is all but the whole
        listed, met = desk.close_up.levels, []
        for _ in range(len(listed) + 1):
            if desk.close_up.level is not None:
                met.append(desk.close_up.level)
                assert_legible(bench, monkeypatch, f"{name} {size} {desk.close_up.level}", listed[desk.close_up.level].items)
            QTest.keyClick(bench, Qt.Key.Key_PageUp)
        assert desk.close_up.level is None and met == list(range(len(listed)))
        assert {i for one in listed for i in one.items} == carried(desk.rig, desk.close_up.deck)  # type: ignore[arg-type]
        box, n = bench.headings.stops[-1]
        QTest.mouseClick(bench, LEFT, NONE, box.center().toPoint())
        assert desk.close_up.level == n == 0
        window.looking.closely()
        bench.grab()
        assert bench.layout_now.scale == pytest.approx(whole.scale)


def test_what_hangs_on_a_wall_is_worked_on_in_its_elevation(fresh: Callable[[Document], Window]) -> None:
    window = fresh(Document())
    window.files.open_path(Path("tests/fixtures/packed/barn-closed.frelt.json"))
    window.desk.go(Step.BIG_THINGS)
    window.looking.to_aboard()
    QTest.keyClicks(window.right.things.aboard.box, "wall rack")
    QTest.keyClick(window.right.things.aboard.box, Qt.Key.Key_Return)
    bench, item = window.bench, window.desk.in_hand
    bench.grab()
    assert window.desk.close_up.closely and window.desk.rig is not None
    assert [one.items for one in bench.labels.of["side"]] == [(item,)]  # nothing stands before it
    before = window.desk.rig.item(item).place
    at = bench.item_centre(item, "side").toPoint()
    QTest.mousePress(bench, LEFT, NONE, at)
    QTest.mouseMove(bench, at + QPoint(30, 10))
    QTest.mouseMove(bench, at + QPoint(60, 20))
    QTest.mouseRelease(bench, LEFT, NONE, at + QPoint(60, 20))
    after = window.desk.rig.item(item).place
    assert after.deck == before.deck and (after.u, after.v) != (before.u, before.v)
    window.desk.undo()
    assert window.desk.rig.item(item).place == before
    window.looking.to_aboard()
    QTest.keyClicks(window.right.things.aboard.box, "1")
    QTest.keyClick(window.right.things.aboard.box, Qt.Key.Key_Return)
    assert not window.desk.close_up.closely  # what is not seen there brings the whole rig back


def test_a_thing_is_found_by_number_or_name_taken_by_key_and_its_number_goes_along(
    fresh: Callable[[Document], Window], monkeypatch: pytest.MonkeyPatch
) -> None:
    window = fresh(Document())
    window.files.open_path(Path("tests/fixtures/packed/hull-closed.frelt.json"))
    window.desk.go(Step.BIG_THINGS)
    rig, bench, things = window.desk.rig, window.bench, window.right.things
    assert rig is not None
    numbered = numbers(rig, window.desk.kept)
    window.looking.to_aboard()
    assert things.aboard.isVisible() and not things.catalog.isVisible() and window.focusWidget() is things.aboard.box
    assert things.aboard.count.text() == f"{len(rig.items)} things"
    QTest.keyClicks(things.aboard.box, "hot mach")
    QTest.keyClick(things.aboard.box, Qt.Key.Key_Return)
    held = rig.item(window.desk.in_hand)
    assert held.name == "Hot machine" and not things.aboard.isVisible()
    window.looking.to_aboard()
    QTest.keyClicks(things.aboard.box, "20")
    QTest.keyClick(things.aboard.box, Qt.Key.Key_Return)
    assert numbered[window.desk.in_hand] == 20

    bench.grab()
    tag = next(one for one in bench.labels.of["plan"] if one.kind == "tag" and one.to is None)
    others = {one.items: one.box for one in bench.labels.of["plan"] if one is not tag}
    spot = QPoint(round(tag.box.mid_x), round(tag.box.mid_y))
    assert all(rig.item(i).name in bench.words_at(QPointF(spot)) for i in tag.items)
    QTest.mousePress(bench, LEFT, NONE, spot)
    QTest.mouseMove(bench, spot + QPoint(20, 12))
    QTest.mouseMove(bench, spot + QPoint(26, 15))
    bench.grab()
    assert window.desk.in_hand == tag.items[0] and window.desk.dragging
    assert {one.items: one.box for one in bench.labels.of["plan"] if one.items != tag.items} == others
    with texts(monkeypatch) as found:
        bench.grab()
    moved = [box for words, box, _ in found if words == tag.lines[0] and box.top() < bench.layout_now.tape.top()]  # type: ignore[union-attr]
    assert len(moved) == 1 and moved[0].center().x() > tag.box.mid_x + 5
    QTest.mouseRelease(bench, LEFT, NONE, spot + QPoint(26, 15))


def test_more_is_put_from_the_catalog_and_the_list_comes_back(fresh: Callable[[Document], Window]) -> None:
    window = fresh(Document())
    window.files.open_path(Path("tests/fixtures/packed/tram-tray.frelt.json"))
    window.desk.go(Step.BIG_THINGS)
    things = window.right.things
    things.more.click()
    assert things.catalog.isVisible() and not things.aboard.isVisible()
    things.to_list.click()
    assert things.aboard.isVisible() and not things.catalog.isVisible()
    count = len(window.desk.rig.items)  # type: ignore[union-attr]
    window.looking.to_catalog()
    QTest.keyClicks(things.catalog.box, "battery")
    QTest.keyClick(things.catalog.box, Qt.Key.Key_Return)
    window.desk.take("")
    assert things.aboard.isVisible() and things.aboard.count.text() == f"{count + 1} things"


def test_the_curb_side_is_seen_from_the_right(fresh: Callable[[Document], Window], monkeypatch: pytest.MonkeyPatch) -> None:
    window = fresh(Document())
    window.files.open_path(Path("tests/fixtures/packed/hull-open.frelt.json"))
    window.desk.go(Step.BIG_THINGS)
    bench, rig = window.bench, window.desk.rig
    bench.grab()
    assert rig is not None and bench.layout_now is not None
    water, tongue = rig.items[0].id, bench.layout_now.to_px("side", -1.0, 0.5).x()
    front, rear = (bench.layout_now.to_px("side", x, 0.5).x() for x in (0.0, 3.0))
    assert tongue < front < rear
    QTest.keyClick(bench, Qt.Key.Key_V)
    if not bench.right_side:
        window.looking.other_side()
    bench.grab()
    layout = bench.layout_now
    assert layout.to_px("side", -1.0, 0.5).x() > layout.to_px("side", 0.0, 0.5).x() > layout.to_px("side", 3.0, 0.5).x()
    at = bench.item_centre(water, "side")
    assert layout.to_m("side", at)[0] == pytest.approx(layout.to_m("plan", bench.item_centre(water))[0])
    assert_legible(bench, monkeypatch, "from the right")
    desk = window.desk
    made = posts(desk.solved, layout.sheet, desk.solved.checks, desk.state.id, desk.fills, desk.carrier, desk.units)  # type: ignore
    at_px = {p.name: box.left for p, box in zip(made, place_posts(made, layout.sheet.posts), strict=True)}
    assert at_px["Axle 2"] < at_px["Axle 1"] < at_px["Coupler"]  # the hitch lies at the right, as it is seen
    tag = next(one for one in bench.labels.of["side"] if one.kind == "tag" and not rig.item(one.items[0]).decks)
    spot, before = QPoint(round(tag.box.mid_x), round(tag.box.mid_y)), rig.item(tag.items[0]).place
    QTest.mousePress(bench, LEFT, NONE, spot)
    QTest.mouseMove(bench, spot + QPoint(-20, 0))
    QTest.mouseMove(bench, spot + QPoint(-40, 0))
    QTest.mouseRelease(bench, LEFT, NONE, spot + QPoint(-40, 0))
    assert window.desk.rig.item(tag.items[0]).place.u > before.u  # to the left is rearward there
    window.looking.other_side()


def test_nothing_is_scaled_anew_while_the_tallest_thing_is_dragged(fresh: Callable[[Document], Window]) -> None:
    window = fresh(Document())
    window.files.open_path(Path("tests/fixtures/packed/playground-skid.frelt.json"))
    window.desk.go(Step.BIG_THINGS)
    window.looking.closely()
    bench, rig = window.bench, window.desk.rig
    bench.grab()
    assert rig is not None and bench.layout_now is not None and window.desk.solved is not None
    room = solids(rig, window.desk.solved.frames)
    tallest = max((one.items[0] for one in bench.labels.of["side"]), key=lambda i: room[i].high)
    at, sheet = bench.item_centre(tallest, "side").toPoint(), bench.layout_now.sheet
    QTest.mousePress(bench, LEFT, NONE, at)
    for step in (20, 60, 120):
        QTest.mouseMove(bench, at + QPoint(step, -step))
        bench.grab()
        assert window.desk.dragging and bench.layout_now.sheet == sheet
    QTest.keyClick(bench, Qt.Key.Key_Escape)
    assert not window.desk.dragging
