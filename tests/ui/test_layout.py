"""Nothing clipped, overlapping or cut with dots: in every page, both unit systems, small and large windows."""

from collections.abc import Callable
from itertools import pairwise
from pathlib import Path

import pytest
from msgspec.structs import replace
from PyQt6.QtCore import QRectF, Qt
from PyQt6.QtWidgets import QApplication, QLabel, QPushButton, QWidget
from pytestqt.qtbot import QtBot

from frelt.app.places import own_demo
from frelt.app.session import new_id
from frelt.app.stock import class_of
from frelt.core.model.carrier import Axle, Tires, TrailerRatings
from frelt.core.model.document import Document
from frelt.core.model.rig import Rig
from frelt.core.model.state import State
from frelt.core.planning.new_rig import new_rig
from frelt.core.space.solids import solids
from frelt.drawing.overlay.limits import bars
from frelt.drawing.overlay.names import box_of
from frelt.drawing.overlay.posts import BAR, COLUMN, place_posts, posts
from frelt.paint import fonts
from frelt.paint.painter import write
from frelt.ui.bench.tube import LABEL
from frelt.ui.frame.step import Step
from frelt.ui.frame.strip import NAME, NARROW
from frelt.ui.frame.window import Window
from frelt.ui.steps.liquids.page import LiquidsPage
from tests.conftest import demo, wide

SIZES = [(1000, 680), (1280, 800), (1920, 1080)]
UNITS = {"us": ("in", "lb", "gal"), "feet": ("ft-in", "lb", "gal"), "metric": ("mm", "kg", "L")}


def settle(window: Window) -> None:
    for _ in range(3):
        QApplication.processEvents()


def clipped(root: QWidget) -> list[str]:
    """Labels and buttons that are given less room than their words take."""
    found = []
    for kind in (QLabel, QPushButton):
        for w in root.findChildren(kind):
            if not w.isVisible() or not w.text():
                continue
            wide = w.fontMetrics().horizontalAdvance(w.text())
            if isinstance(w, QLabel) and w.wordWrap():
                flags = int(Qt.TextFlag.TextWordWrap)
                need = w.fontMetrics().boundingRect(0, 0, w.width(), 10_000, flags, w.text())
                if need.height() > w.height() + 2 or need.width() > w.width() + 1:
                    found.append(f"{w.text()} {need.height()} of {w.height()}")
            elif wide > w.width() + 1:
                found.append(f"{w.text()} {wide} of {w.width()}")
    return found


@pytest.mark.parametrize("units", UNITS)
def test_no_words_of_any_page_are_clipped(window: Window, units: str) -> None:
    length, mass, volume = UNITS[units]
    window.desk.set_looks(length=length, mass=mass, volume=volume)
    for step in (0, 1, 2, 3, 4, 5, 9):  # those that are built
        window.desk.take("machine" if step == 3 else "")
        window.desk.go(step)
        settle(window)
        assert clipped(window.right) == [], step
        assert clipped(window.verdict) == [], step


@pytest.mark.parametrize(("which", "units"), [(1, "us"), (6, "metric")])
def test_no_words_of_liquids_and_the_day_are_clipped(window: Window, qtbot: QtBot, which: int, units: str) -> None:
    length, mass, volume = UNITS[units]
    window.files.open_path(own_demo()[which])
    window.desk.set_looks(length=length, mass=mass, volume=volume)
    window.desk.go(Step.LIQUIDS)
    page = window.right.page(Step.LIQUIDS)
    assert isinstance(page, LiquidsPage)
    for part in range(5):
        page.show_part(part)
        if part == 1:
            qtbot.waitUntil(lambda: page.road.found is not None, timeout=20_000)
        if part == 3 and page.day.play is not None:
            page.day.plot.act_id = page.day.play.day.acts[0].id
            page.day.refresh()
        settle(window)
        assert clipped(window.right) == [], part
        area = window.right.scroller(Step.LIQUIDS)
        assert page.width() <= area.viewport().width(), part  # type: ignore[union-attr]


@pytest.mark.parametrize("units", UNITS)
def test_the_verdict_takes_two_lines_at_most_in_every_state(window: Window, units: str) -> None:
    length, mass, volume = UNITS[units]
    window.desk.set_looks(length=length, mass=mass, volume=volume)
    for path in own_demo():
        window.files.open_path(path)
        settle(window)
        states = [s.id for s in window.desk.rig.states]  # type: ignore[union-attr]
        for state in ["worst", *states]:
            window.desk.show_state(state)
            words = window.verdict.words
            lines = fonts.wrap(words.text(), words.width(), "figure", 600, False)
            assert len(lines) <= 2, (state, words.text())


@pytest.mark.parametrize("size", SIZES)
@pytest.mark.parametrize("which", [0, 1])
def test_areas_of_the_bench_lie_apart_and_inside(window: Window, size: tuple[int, int], which: int) -> None:
    window.files.open_path(own_demo()[which])
    window.resize(*size)
    settle(window)
    layout, bench = window.bench.layout_now, window.bench
    assert layout is not None
    areas = [layout.plan, layout.tape, layout.side, layout.rear, layout.limits]
    whole = QRectF(bench.rect())
    assert all(whole.contains(a) for a in (*areas, layout.posts))
    for i, a in enumerate(areas):
        assert not any(a.adjusted(1, 1, -1, -1).intersects(b.adjusted(1, 1, -1, -1)) for b in areas[i + 1 :])
    assert layout.side.bottom() <= layout.posts.top() + 1
    # one scale, and a tank stands straight under its outline
    for item in ("water", "machine"):
        assert bench.item_centre(item, "plan").x() == pytest.approx(bench.item_centre(item, "side").x(), abs=0.5)
        assert bench.item_centre(item, "side").y() == pytest.approx(bench.item_centre(item, "rear").y(), abs=0.5)


def many_axles(count: int) -> Rig:
    one = demo("barn-wash").rigs[0]
    assert one.trailer is not None
    first = one.trailer.axles[0]
    axles = tuple(
        Axle(id=f"x{i}", name=f"Axle {i + 1}", x=2.0 + 0.85 * i, track=first.track, rating=first.rating, tires=first.tires)
        for i in range(count)
    )
    return replace(one, trailer=replace(one.trailer, axles=axles))


@pytest.mark.parametrize("count", [1, 2, 3])
def test_posts_stand_in_station_order_and_their_words_fit(window: Window, count: int) -> None:
    for rated in (True, False):
        for units in UNITS:
            _posts_fit(window, count, rated, units)


def _posts_fit(window: Window, count: int, rated: bool, units: str) -> None:
    one = many_axles(count)
    assert one.trailer is not None
    if not rated:
        bare = tuple(replace(a, rating=None, tires=Tires()) for a in one.trailer.axles)
        one = replace(one, trailer=replace(one.trailer, ratings=TrailerRatings(), axles=bare))
    length, mass, volume = UNITS[units]
    window.desk.set_looks(length=length, mass=mass, volume=volume)
    window.desk.session.new(Document(rigs=(one,)))
    settle(window)
    layout, solved = window.bench.layout_now, window.desk.solved
    assert layout is not None and solved is not None
    made = posts(solved, layout.sheet, solved.checks, "between", {}, one.trailer, window.desk.units)
    columns = place_posts(made, layout.sheet.posts)
    assert [p.name for p in made[:-2]] == ["Coupler", *(["Axle 1", "Axle 2", "Axle 3"][:count])]
    assert all(a.right <= b.left + 1e-6 for a, b in pairwise(columns))
    assert columns[-1].right <= layout.posts.right() + 1 and columns[0].left >= layout.posts.left()
    room = COLUMN - BAR - 14
    for post in made:
        u = window.desk.units
        lines = [post.name, f"up to {u.show(post.high, 'mass', unit=False)}", "needs at least", u.show(post.high, "mass")]
        assert all(fonts.measure(words, "small", 500) <= room + 2 for words in lines), lines
        assert fonts.metrics("figure", 600).horizontalAdvance(u.show(post.now, "mass", unit=False)) + 20 <= room + 8


def test_posts_show_what_the_core_computes(window: Window) -> None:
    solved, layout = window.desk.solved, window.bench.layout_now
    assert solved is not None and solved.loads is not None and layout is not None
    worst = solved.checks[0]
    made = {
        p.name: p
        for p in posts(solved, layout.sheet, solved.checks, worst.state, worst.fills, solved.rig.carriers[0], window.desk.units)
    }
    axle = solved.check("axle:axle-1")
    assert axle is not None
    assert made["Axle 1"].high == pytest.approx(axle.load)
    assert made["Axle 1"].low <= made["Axle 1"].now <= made["Axle 1"].high
    left, right = made["Left tire"], made["Right tire, curb"]
    assert left.now + right.now == pytest.approx(made["Axle 1"].now)
    share = made["Coupler"].now / (made["Coupler"].now + 2 * made["Axle 1"].now)
    assert share == pytest.approx(worst.load)  # drawn at the worst fills, the posts give the share the verdict speaks of


@pytest.mark.parametrize("size", SIZES)
def test_names_lie_inside_their_outlines(window: Window, size: tuple[int, int]) -> None:
    window.resize(*size)
    settle(window)
    solved, layout = window.desk.solved, window.bench.layout_now
    assert solved is not None and layout is not None
    room = solids(solved.rig, solved.frames)
    for label in window.bench.labels.of["plan"]:
        if label.kind == "name":
            outline, box = box_of(room[label.items[0]], "plan", layout.sheet), label.box
            assert outline.left <= box.left and box.right <= outline.right
            assert outline.top <= box.top and box.bottom <= outline.bottom
            assert max(fonts.measure(words) for words in label.lines) <= box.width


@pytest.mark.parametrize("units", UNITS)
def test_bars_and_cards_fit_their_words(window: Window, units: str) -> None:
    length, mass, volume = UNITS[units]
    window.desk.set_looks(length=length, mass=mass, volume=volume)
    settle(window)
    solved, layout = window.desk.solved, window.bench.layout_now
    assert solved is not None and layout is not None
    for bar in bars(solved, solved.checks, window.desk.units):
        assert fonts.metrics("text", 600).horizontalAdvance(bar.words) <= layout.limits.width(), bar.words
    for state in [*(s.id for s in solved.rig.states), "worst"]:
        card = window.strip.card(state)
        assert card.content is not None
        name, says = card.content[:2]
        assert len(fonts.wrap(name, card.width() - 49, *NAME[card.width() - 3 < NARROW])) <= 2
        assert len(fonts.wrap(says, card.width() - 25, "small", 500)) <= 2


def test_tubes_stand_apart_upright_or_lying(window: Window) -> None:
    tubes = window.right.things.tubes
    settle(window)
    few = tubes.tubes()
    assert all(t.upright for t in few) and all(a.box.right() + 12 < b.box.left() for a, b in pairwise(few))
    for _ in range(3):
        window.desk.take("water")
        window.work.duplicate()
    QApplication.processEvents()
    many = tubes.tubes()
    assert len(many) == 7 and not any(t.upright for t in many)
    assert all(b.box.top() - a.box.top() >= 28 for a, b in pairwise(many))
    assert all(fonts.widest_word(t.name) <= LABEL for t in many)
    assert tubes.height() >= many[-1].box.bottom()


def test_more_than_six_states_still_fit(window: Window) -> None:
    one = window.desk.session.rig
    assert one is not None
    more = tuple(State(id=new_id("state"), name=f"Stop {n}") for n in range(4))
    window.desk.edit(lambda r: replace(r, states=(*r.states, *more)), "more states")
    settle(window)
    cards = [window.strip.card(s.id) for s in window.desk.rig.states]  # type: ignore[union-attr]
    assert len(cards) == 9
    assert cards[-1].geometry().right() <= window.strip.width()
    assert all(a.geometry().right() < b.geometry().left() for a, b in pairwise(cards))
    assert window.width() == 1280
    for card in cards:
        assert len(fonts.wrap(card.content.name, card.width() - 49, *NAME[card.width() - 3 < NARROW])) <= 2


def test_an_empty_document_and_an_empty_deck_teach_the_next_step(window: Window) -> None:
    window.files.new_document()
    settle(window)
    assert window.verdict.words.text().startswith("Lay out a rig")
    assert clipped(window.right) == []
    window.desk.session.add_rig(new_rig(class_of("open-10-single"), "New", new_id), "new")
    window.desk.go(Step.BIG_THINGS)
    settle(window)
    assert window.desk.solved is not None and window.desk.solved.known[0] == 2
    assert clipped(window.verdict) == []


def test_no_row_of_the_checks_is_cut(window: Window) -> None:
    window.panels.table()
    settle(window)
    table = window.panels.checks.table  # type: ignore[union-attr]
    assert table.rowCount() > 10
    assert all(table.rowHeight(n) >= table.sizeHintForRow(n) for n in range(table.rowCount()))


def test_text_is_painted_where_its_box_says(window: Window) -> None:
    from PyQt6.QtGui import QColor, QImage, QPainter

    image = QImage(300, 60, QImage.Format.Format_RGB32)
    image.fill(0xFFFFFF)
    p = QPainter(image)
    box = write(p, 150, 40, "3,574", QColor("black"), "figure", 600, anchor="middle")
    p.end()
    assert box.center().x() == pytest.approx(150, abs=1)
    dark = [x for x in range(300) for y in range(60) if image.pixelColor(x, y).lightness() < 128]
    assert box.left() - 1 <= min(dark) and max(dark) <= box.right() + 1


@pytest.mark.parametrize("rig", wide("shelter-van", "barn-closed", share=1))
def test_no_page_is_wider_than_its_column(fresh: Callable[[Document], Window], rig: str) -> None:
    """Doors with four choices, further decks, fit-out, arrival: all fit beside the bench of a packed rig."""
    window = fresh(Document())
    window.files.open_path(Path(f"tests/fixtures/packed/{rig}.frelt.json"))
    opened = window.desk.session.document
    for step in Step:
        window.desk.go(step)
        settle(window)
        area = window.right.scroller(step)
        page, port = area.widget(), area.viewport()
        assert page is not None and port is not None
        assert page.minimumSizeHint().width() <= port.width(), step
        assert window.desk.session.document is opened, f"to look at {step.name} changed the rig"
