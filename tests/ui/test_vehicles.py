"""Carriers of every kind made, hitched, measured and dragged in the window, as a person would."""

from collections.abc import Callable
from pathlib import Path

import pytest
from msgspec.structs import replace
from PyQt6.QtCore import QPoint, Qt
from PyQt6.QtTest import QTest
from PyQt6.QtWidgets import QApplication, QCheckBox, QComboBox, QLineEdit, QPushButton, QWidget
from pytestqt.qtbot import QtBot

from frelt.app.library import Library
from frelt.app.photos import missing
from frelt.app.places import library_dir, own_demo
from frelt.app.session import new_id
from frelt.app.stock import classes, equipment
from frelt.app.storage import load
from frelt.commands.check import judge_file
from frelt.core.base.units import GALLON, INCH, LB, US
from frelt.core.geometry.measures import deck_length
from frelt.core.judge.words import brief, sentence
from frelt.core.model.carrier import Stand
from frelt.core.model.document import Document
from frelt.core.placing.put_on import put_on
from frelt.ui.bench.drawings import VIEWS
from frelt.ui.bench.handles import grips
from frelt.ui.frame.beside import Beside
from frelt.ui.frame.step import Step
from frelt.ui.frame.window import Window
from frelt.ui.steps.job.carriers import CarriersWindow
from tests.conftest import LONG
from tests.ui.hands import go, press, settled, typed

Fresh = Callable[[Document], Window]


def started(window: Window, *names: str) -> Window:
    """A rig started on the first class found under a search, each further one hitched to it."""
    job = go(window, 0)
    for n, name in enumerate(names):
        job.chassis.box.setText(name)  # type: ignore[attr-defined]
        job.chassis.list.choose_first()  # type: ignore[attr-defined]
        (job.chassis.hitch if n else job.chassis.new).click()  # type: ignore[attr-defined]
        job = go(window, 0) if n + 1 < len(names) else job
    QApplication.processEvents()
    return window


def choose(root: QWidget, name: str, data: object) -> None:
    """Choose from a box by what it stands for."""
    (box,) = [b for b in root.findChildren(QComboBox) if b.accessibleName() == name and b.isVisibleTo(root)]
    box.setCurrentIndex(box.findData(data))
    box.activated.emit(box.currentIndex())
    QApplication.processEvents()


@pytest.mark.parametrize("choice", classes() if LONG > 1 else classes()[::12], ids=lambda c: c.id)
def test_every_class_is_started_saved_opened_judged_and_drawn(fresh: Fresh, tmp_path: Path, choice: object) -> None:
    window = started(fresh(Document()), choice.name)  # type: ignore[attr-defined]
    rig = window.desk.rig
    assert rig is not None and window.desk.step is Step.CHASSIS
    path = window.desk.session.save(tmp_path / "one.frelt.json")
    judged = judge_file(str(path), None, US)
    assert not judged.error and judged.reports[0].carriers[rig.carriers[0].id][-1].solved
    assert window.files.open_path(path) and window.desk.rig == load(path).rigs[0]
    window.bench.grab()
    for view in VIEWS:
        assert window.bench._scenes[view].behind


def test_a_vehicle_is_taped_weighed_and_its_stickers_read(fresh: Fresh) -> None:
    window = started(fresh(Document()), "three-quarter-ton")
    page = window.right.page(Step.CHASSIS)

    def vehicle():  # type: ignore[no-untyped-def]
        assert window.desk.rig is not None and window.desk.rig.vehicle is not None
        return window.desk.rig.vehicle

    for name, text, read, value in (
        ("chassis-wheelbase", "160", lambda v: v.wheelbase, 160 * INCH),
        ("chassis-axle:1", "40", lambda v: v.rear_x, 40 * INCH),
        ("chassis-track:0", "68", lambda v: v.front.track, 68 * INCH),
        ("chassis-ball station", "55", lambda v: v.ball_x - v.rear_x, 55 * INCH),
        ("chassis-front", "3,900", lambda v: v.empty.front.value, 3900 * LB),
        ("chassis-rear", "2,700", lambda v: v.empty.rear.value, 2700 * LB),
        ("chassis-plate:payload", "3,100", lambda v: v.ratings.payload.value, 3100 * LB),
        ("chassis-plate:axle:1", "6,200", lambda v: v.rear[0].rating.value, 6200 * LB),
        ("chassis-cab height", "80", lambda v: v.body.cab_height, 80 * INCH),
    ):
        typed(page, name, text)
        assert read(vehicle()) == pytest.approx(value, abs=1e-3), name
    choose(page, "Rear axles", 2)
    assert len(vehicle().rear) == 2 and vehicle().rear_x == pytest.approx(40 * INCH, abs=1e-3)
    choose(page, "Rear tires", 2)
    assert all(a.tires.each_end == 2 for a in vehicle().rear) and vehicle().front.tires.each_end == 1
    choose(page, "Body", "flatbed")
    assert vehicle().body_kind == "flatbed"
    payload = window.desk.solved.check("payload")  # type: ignore[union-attr]
    assert payload is not None and payload.limit == pytest.approx(3100 * LB)


def test_a_trailer_is_hitched_bars_are_fitted_and_a_carrier_is_taken_off_again(fresh: Fresh) -> None:
    window = started(fresh(Document()), "three-quarter-ton", "enclosed 7 14")
    rig = window.desk.rig
    assert rig is not None and rig.trailer is not None and rig.vehicle is not None and rig.vehicle.ball_x is not None
    assert window.desk.carrier is rig.trailer
    page = window.right.page(Step.CHASSIS)
    (bars,) = [b for b in page.findChildren(QCheckBox) if b.text() == "Weight-distributing bars"]
    bars.click()
    typed(page, "bars-share", "70")
    assert window.desk.rig.bars is not None and window.desk.rig.bars.share == pytest.approx(0.7)
    assert window.desk.solved is not None and len(window.desk.solved.loads.cases) == 3  # type: ignore[union-attr]
    window.bench.setFocus()
    QTest.keyClick(window.bench, Qt.Key.Key_W)
    assert window.desk.whole_pair
    window.bench.grab()
    assert window.bench._scenes["plan"].cut is None and window.bench._scenes["plan"].partner
    QTest.keyClick(window.bench, Qt.Key.Key_C)
    assert window.desk.carrier is window.desk.rig.vehicle
    press(page, "Take the vehicle off this rig")
    assert window.desk.rig.vehicle is None and window.desk.rig.bars is None
    assert not [i for i in window.desk.rig.items if i.built_in]
    window.desk.undo()
    assert window.desk.rig.vehicle is not None and window.desk.rig.bars is not None


def test_a_gooseneck_finds_its_ball_above_the_axle_and_is_broken_off(fresh: Fresh, qtbot: QtBot) -> None:
    window = started(fresh(Document()), "gooseneck 20", "one-ton dual")
    rig = window.desk.rig
    assert rig is not None and rig.vehicle is not None and rig.vehicle.ball_x == pytest.approx(rig.vehicle.rear_x - 0.05)
    window.desk.show_carrier(rig.trailer.id)  # type: ignore[union-attr]
    window.bench.grab()
    scene, layout = window.bench._scenes["side"], window.bench.layout_now
    assert scene.cut is not None and scene.cut[1] == -1 and layout is not None
    beyond = layout.to_px("side", scene.cut[0] + 0.1, 0.5).toPoint()
    qtbot.mouseClick(window.bench, Qt.MouseButton.LeftButton, pos=beyond)
    assert window.desk.carrier is rig.vehicle


def drag(window: Window, start: QPoint, by: tuple[int, int]) -> None:
    bench = window.bench
    QTest.mousePress(bench, Qt.MouseButton.LeftButton, pos=start)
    QTest.mouseMove(bench, start + QPoint(by[0] // 2, by[1] // 2))
    QTest.mouseMove(bench, start + QPoint(*by))
    QTest.mouseRelease(bench, Qt.MouseButton.LeftButton, pos=start + QPoint(*by))
    QApplication.processEvents()


@pytest.mark.parametrize("asked", ["axle:1", "length", "coupler", "door:door-1"])
def test_the_chassis_is_dragged_on_its_drawing_and_taken_back(window: Window, asked: str) -> None:
    go(window, 1)
    window.bench.grab()
    layout, carrier = window.bench.layout_now, window.desk.carrier
    assert layout is not None and carrier is not None
    door = carrier.body.doors[0].id
    wanted = asked.replace("door-1", door)
    grip = [g for g in grips(carrier) if g.asked == wanted and g.view == "plan"][-1]
    before = window.desk.session.rig
    drag(window, layout.to_px(grip.view, grip.x, grip.y).toPoint(), (24, 0))
    after = window.desk.session.rig
    assert after is not None and after.trailer is not None and after != before
    moved = 24 / layout.scale
    now = {
        "axle:1": lambda t: t.axles[1].x,
        "length": deck_length,
        "coupler": lambda t: t.coupler_x,
        "door:door-1": lambda t: t.body.doors[0].end,
    }[asked]
    assert now(after.trailer) - now(carrier) == pytest.approx(moved, abs=INCH / 2)  # type: ignore[arg-type, operator]
    window.desk.undo()
    assert window.desk.session.rig == before


def test_doors_wells_and_zones_are_added_typed_and_removed(fresh: Fresh) -> None:
    window = started(fresh(Document()), "open 7 16")
    page = window.right.page(Step.CHASSIS)
    for words in ("Add door", "Add wheel well", "Add zone"):
        press(page, words)
    body = window.desk.rig.trailer.body  # type: ignore[union-attr]
    assert (len(body.doors), len(body.wells), len(body.zones)) == (1, 1, 1)
    typed(page, "wheel well 1: Inward from the side", "9")
    typed(page, "door 1: From", "20 in")
    typed(page, "zone 1: To", "1.9 m")
    body = window.desk.rig.trailer.body  # type: ignore[union-attr]
    assert body.wells[0].inward == pytest.approx(9 * INCH) and body.doors[0].start == pytest.approx(20 * INCH)
    assert body.zones[0].x1 == pytest.approx(1.9)
    (drop,) = [b for b in page.findChildren(QPushButton) if b.accessibleName() == "Remove zone 1"]
    drop.click()
    assert window.desk.rig.trailer.body.zones == ()  # type: ignore[union-attr]


def test_rules_are_chosen_as_a_set_and_kept_for_the_next_rig(fresh: Fresh) -> None:
    window = started(fresh(Document()), "open 7 16")
    page = window.right.page(Step.CHASSIS)
    assert window.desk.rig.rules.id == "us"  # type: ignore[union-attr]
    choose(page, "Rule set", "metric")
    assert window.desk.rig.rules.brakes_from == pytest.approx(750.0)  # type: ignore[union-attr]
    typed(page, "rule-Greatest width", "100 in")
    rules = window.desk.rig.rules  # type: ignore[union-attr]
    assert rules.id == "own" and rules.width == pytest.approx(100 * INCH) and rules.source_of("width") == "set by the shop"
    assert started(window, "open 5").desk.rig.rules.id == "metric"  # type: ignore[union-attr]


def test_a_tongue_is_weighed_by_a_plank_and_what_was_aboard_is_taken_off(fresh: Fresh) -> None:
    window = started(fresh(Document()), "open 7 16")
    page = window.right.page(Step.CHASSIS)
    for name, text in (("reads", "120"), ("scale", "60"), ("foot", "20")):
        typed(page, f"chassis-plank {name}", text)
    empty = window.desk.rig.trailer.empty  # type: ignore[union-attr]
    assert empty.tongue.value == pytest.approx(360 * LB) and empty.tongue.note == "by a plank"  # type: ignore[union-attr]
    for name, text in (("alone", "5420"), ("hitched", "5660")):
        typed(page, f"chassis-scale {name}", text)
    tongue = window.desk.rig.trailer.empty.tongue  # type: ignore[union-attr]
    assert tongue.value == pytest.approx(240 * LB) and tongue.plus_minus == pytest.approx(2**0.5 * 10)
    press(page, "Add thing aboard")
    typed(page, "thing aboard 1: Weight", "175")
    assert window.desk.rig.trailer.empty.aboard[0].mass.value == pytest.approx(175 * LB)  # type: ignore[union-attr]


def test_who_is_aboard_is_ticked_and_weighed_and_stands_are_let_down(window: Window) -> None:
    window.files.open_path(next(p for p in own_demo() if "ballast" in p.name))
    page = go(window, 4)
    window.desk.show_state("leaving")
    QApplication.processEvents()
    before = window.desk.solved.check("payload").load  # type: ignore[union-attr]
    boxes = {b.text(): b for b in page.findChildren(QCheckBox)}
    boxes["Behind driver"].click()
    typed(page, "seat-3", "200")
    after = window.desk.solved.check("payload").load  # type: ignore[union-attr]
    assert after - before == pytest.approx(200 * LB, abs=0.5)  # type: ignore[operator]
    window.desk.show_state("sidings")
    QApplication.processEvents()
    assert window.desk.solved.check("tip") is None and window.desk.solved.check("stands") is not None  # type: ignore[union-attr]
    boxes["Rear stands are down"].click()
    assert window.desk.solved.check("tip") is not None and window.desk.solved.check("stands") is None  # type: ignore[union-attr]


def test_a_chassis_is_kept_shared_and_comes_back_from_a_table(fresh: Fresh, tmp_path: Path, qtbot: QtBot) -> None:
    window = started(fresh(Document()), "van long")
    page = window.right.page(Step.CHASSIS)
    typed(page, "chassis-plate:gross", "9,000")
    press(page, "Keep this chassis in the shop's library")
    (kept,) = Library().chassis()
    assert kept.own and kept.carrier.ratings.gross.value == pytest.approx(9000 * LB)  # type: ignore[union-attr]
    assert Library().every_chassis()[0].own and load(next(library_dir("chassis").glob("*.json"))).rigs[0].items == ()
    window.right.page(Step.CHASSIS).library.write_to(tmp_path / "mine.csv")  # type: ignore[attr-defined]
    bad = (tmp_path / "mine.csv").read_text().replace("van", "boat", 3)
    (tmp_path / "bad.csv").write_text(bad)
    page.library.take_from(tmp_path / "bad.csv")  # type: ignore[attr-defined]
    qtbot.waitUntil(lambda: not window.desk.jobs.busy("table"))
    assert "row 2, column carrier" in window.message.text() and len(Library().chassis()) == 1
    page.library.take_from(tmp_path / "mine.csv")  # type: ignore[attr-defined]
    qtbot.waitUntil(lambda: not window.desk.jobs.busy("table"))
    assert window.message.text().startswith("1 chassis taken")
    again = started(window, "van long").desk.rig
    assert again is not None and again.vehicle is not None and again.vehicle.ratings.gross is not None  # a plate stays a plate


def test_a_photo_lies_beside_the_file_by_its_hash(window: Window, tmp_path: Path) -> None:
    page = go(window, 1)
    photo = tmp_path / "plate.jpg"
    photo.write_bytes(b"not really a picture")
    window.desk.session.save(tmp_path / "rig.frelt.json")
    page.library.attach_file(photo)  # type: ignore[attr-defined]
    (one,) = window.desk.session.document.attachments
    assert (tmp_path / one.path).read_bytes() == photo.read_bytes() and one.path.startswith("rig.files/")
    (tmp_path / one.path).unlink()
    page.refresh()  # type: ignore[attr-defined]
    assert "plate.jpg, file is gone" in page.library.photos.text()  # type: ignore[attr-defined]
    page.library.attach_file(tmp_path / "x.exe")  # type: ignore[attr-defined]
    assert "expected a photo or scan" in window.message.text()
    secret = tmp_path / "secret.jpg"
    secret.write_bytes(photo.read_bytes())
    for path in ("../secret.jpg", str(secret), "/dev/zero", "rig.files/../secret.jpg", "rig.files", "secret.jpg"):
        document = replace(window.desk.session.document, attachments=(replace(one, path=path),))
        assert missing(document, tmp_path / "rig.frelt.json"), path  # outside its folder it is never read, and is gone


def test_the_brief_is_answered_measured_overruled_and_taken_to_the_deck(fresh: Fresh) -> None:
    window = started(fresh(Document()), "deck-over")
    page = go(window, 0)
    page.show_part(1)  # type: ignore[attr-defined]
    brief = page.brief  # type: ignore[attr-defined]
    typed(brief, "brief-bucket", "5 gal")
    typed(brief, "brief-watch", "50 s")
    tap = window.desk.session.document.job.brief.tap
    assert tap is not None and tap.value == pytest.approx(5 * GALLON / 50) and tap.source == "measured"
    typed(brief, "brief-operators", "1.5")
    assert "whole number" in next(f.error.text() for f, _ in brief._figures if f.edit.objectName() == "brief-operators")
    typed(brief, "brief-operators", "2")
    choose(brief, "Soft-wash pump", "12 V diaphragm")
    settled()
    line = brief.findChild(QLineEdit, "line-water")
    asked = line.text()
    typed(brief, "line-water", "200 gal")
    assert window.desk.session.document.job.brief.overruled["water"] == pytest.approx(200 * GALLON)
    assert "set by hand; worked out it would be" in brief._lines["water"][1].text()
    window.desk.undo()
    assert line.text() == asked
    press(brief, "Put the list on the deck")
    rig = window.desk.rig
    assert rig is not None and len(rig.items) > 8 and window.desk.step is Step.BIG_THINGS
    window.desk.undo()
    assert window.desk.rig is not None and window.desk.rig.items == ()


def test_the_table_of_carriers_follows_the_brief_and_the_vehicle_that_tows(fresh: Fresh) -> None:
    window = started(fresh(Document()), "deck-over")
    window.panels.carriers()
    table = window.findChild(CarriersWindow)
    assert table is not None and table.table.rowCount() == sum(not isinstance(c.carrier, Stand) for c in classes())
    assert table.table.item(0, 0).text() == "◇ may fit"  # type: ignore[union-attr]
    assert "0 of 32 can take it by their plates" in table.said.text()
    table.towed.setCurrentIndex(table.towed.findData("pickup-half-65-regular"))
    table.refresh()
    words = {table.table.item(r, 1).text(): table.table.item(r, 6).text() for r in range(table.table.rowCount())}  # type: ignore[union-attr]
    assert words["Open trailer, 7 x 18 ft, tandem axle, heavy, typical"].endswith("lb")  # payload and rear axle of what tows it
    table.what.setCurrentIndex(1)
    table.refresh()
    assert table.said.text().startswith("The rig as built weighs 0 lb")
    window.panels.table()
    table.close()


def test_the_heavier_van_is_asked_with_the_margins_of_both_and_the_rig_on_each(fresh: Fresh) -> None:
    """The shelter company asks: the van or the heavier one, a crew of three, the rig as built."""
    window = fresh(Document())
    window.files.open_path(Path("tests/fixtures/packed/shelter-van.frelt.json"))
    window.panels.carriers()
    asked = window.findChild(CarriersWindow)
    assert asked is not None and asked.what.currentData() == "rig"
    for box, van in ((asked.first, "van-long-high"), (asked.second, "van-long-high-heavy")):
        box.setCurrentIndex(box.findData(van))
        box.activated.emit(box.currentIndex())
    told = {
        asked.compared.item(n, 0).text(): [asked.compared.item(n, k).text() for k in (1, 2)]
        for n in range(asked.compared.rowCount())
    }  # type: ignore[union-attr]
    assert "too much" in told["payload placard"][0] and "to spare" in told["payload placard"][1]
    assert "full to" in told["To stay at home"][0] and told["To stay at home"][1] == "nothing"
    press(asked, "The rig on both, beside each other")
    beside = asked.findChild(Beside)
    assert beside is not None and beside.rigs() is not None
    names = [r.carriers[0].name for r in beside.rigs()]  # type: ignore[union-attr]
    assert names == ["Van, long wheelbase, high roof", "Van, long wheelbase, high roof, heavier gross rating"]
    asked.close()


def test_a_wish_is_added_drawn_and_broken_by_what_stands_in_it(window: Window) -> None:
    window.files.open_path(next(p for p in own_demo() if "hull" in p.name))
    page = go(window, 0)
    page.show_part(2)  # type: ignore[attr-defined]
    assert "Reels at the curb side, forward: kept" in page.wishes.said.text()  # type: ignore[attr-defined]
    press(page, "Add wish")
    assert "Walkway stays free: broken" in page.wishes.said.text()  # type: ignore[attr-defined]
    broken = next(c for c in window.desk.solved.checks if c.kind == "wish" and c.status == "over")  # type: ignore[union-attr]
    assert broken.items
    typed(page, "wish 4: Right edge, right of the middle", "-38.3 in")
    typed(page, "wish 4: Left edge, right of the middle", "-38.8 in")
    assert "Walkway stays free: kept" in page.wishes.said.text()  # type: ignore[attr-defined]


def test_sides_are_called_by_the_curb_where_the_shop_does(window: Window) -> None:
    window.desk.set_looks(sides="street, curb")
    window.desk.take(window.desk.rig.items[0].id)  # type: ignore[union-attr]
    QApplication.processEvents()
    assert window.right.things.hand.sides["right"].label.text().startswith("Curb to ")
    solved, units = window.desk.solved, window.desk.units
    tire = next(c for c in solved.checks if c.id.endswith("/left") and c.kind == "tire")  # type: ignore[union-attr]
    assert "street tire" in sentence(tire, units) and "street tire" in brief(tire, units)
    window.desk.edit(lambda r: replace(r, curb_side="left"), "traffic")
    assert "curb tire" in sentence(tire, window.desk.units)


def test_a_skid_is_built_by_itself_judged_on_its_forks_and_set_into_a_bed(fresh: Fresh) -> None:
    """The trade: a blank skid is built before any truck is there; two people drag it in, or forks lift it drained."""
    window = started(fresh(Document()), "skid itself 6.5")
    rig = window.desk.rig
    assert (
        rig is not None and rig.stand is not None and rig.vehicle is None and [s.condition for s in rig.states][-1] == "lifted"
    )
    skid = rig.items[0]
    window.desk.go(Step.BIG_THINGS)
    for entry, u in (("water-35-upright-c", -0.5), ("cold-4-direct", 0.5)):
        made, _ = put_on(
            window.desk.session.rig,
            next(e for e in equipment() if e.item.id == entry),
            new_id,
            u,
            0.0,
            deck_id=skid.decks[0].id,
        )
        assert window.desk.edit(lambda _, m=made: m, entry)
    solved = window.desk.session.solved
    assert solved is not None and solved.loads is not None
    forks = [c for c in solved.checks if c.kind == "forks" and c.load is not None]
    assert forks and all(c.status == "unknown" for c in forks)
    moved = next(i for i in solved.rig.items if i.id != skid.id)
    window.desk.take(moved.id)
    window.bench.nudge(1, 0, 1)
    assert window.desk.session.rig.item(moved.id).place.u != moved.place.u  # type: ignore[union-attr]
    window.panels.carriers()
    asked = window.findChild(CarriersWindow)
    assert asked is not None
    asked.first.setCurrentIndex(asked.first.findData("pickup-34-675-crew"))
    asked.first.activated.emit(0)
    press(asked, "The rig on the first, as a what-if")
    there = window.desk.rig
    assert there is not None and there.vehicle is not None and there.stand is None and there.parent == rig.id
    set_in = next(i for i in there.items if i.name == "Skid")
    assert set_in.place.deck == there.vehicle.main_deck.id and set_in.place.u - set_in.length.value / 2 == pytest.approx(0.05)
    assert any(s.road for s in there.states)
    asked.close()
