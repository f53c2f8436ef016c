"""Whole situations of the demo's shop, walked through the window: what is named elsewhere, tables, what a file keeps."""

from collections.abc import Callable
from pathlib import Path

from msgspec.structs import replace
from PyQt6.QtCore import QEvent, QPointF, Qt
from PyQt6.QtGui import QMouseEvent
from PyQt6.QtWidgets import QApplication
from pytestqt.qtbot import QtBot

from frelt.app.library import Library
from frelt.core.base.figure import Figure
from frelt.core.base.units import US
from frelt.core.edit.copies import copy_rig
from frelt.core.edit.records import recorded
from frelt.core.edit.removal import without_carrier, without_state
from frelt.core.fixes.fix import fixes
from frelt.core.judge.check import KINDS
from frelt.core.model.carrier import Deck
from frelt.core.model.document import Document
from frelt.core.model.item import Placement
from frelt.core.model.rig import Rig
from frelt.core.model.ticket import Reading, Ticket
from frelt.core.model.ties import Link
from frelt.core.solve import solve
from frelt.drawing.layout import Box
from frelt.drawing.overlay.limits import Spot
from frelt.formats.document import encode
from frelt.ui.frame.tables import read_in
from frelt.ui.frame.window import Window
from tests.conftest import block, demo, trailer


def tram_with_trailer() -> Document:
    """The tram stops' truck, hitched to a trailer with a pump on a stand; two of its tanks are tied in one named state."""
    one = demo("tram-stops").rigs[0]
    assert one.vehicle is not None
    top = Deck(id="stand-top", name="Top of the stand", kind="stand", on="stand", origin=(0, 0, 0.5), outline=((-0.4, -0.4), (0.4, -0.4), (0.4, 0.4), (-0.4, 0.4)))  # fmt: skip
    stand = replace(block("stand", 30.0, 2.0, 0.2, 0.8), name="Stand", kind="stand", height=Figure(value=0.5), decks=(top,))
    pump = replace(block("pump", 15.0, 0.1, 0.0, 0.3), name="Transfer pump", place=Placement(deck="stand-top", u=0.1, v=0.0))
    tie = Link(factors={"water/tank": 1.0, "sh/tank": 1.0}, low=0.0, high=1.2, states=("leaving",))
    rear = max(x for deck in one.vehicle.decks for x, _ in deck.outline) + 0.9
    rig = replace(
        one,
        vehicle=replace(one.vehicle, ball_x=rear, ball_z=0.45),
        trailer=trailer(),
        items=(*one.items, stand, pump),
        links=(tie,),
    )
    document = Document(rigs=(rig,))
    axle = rig.vehicle.axles[0].id  # type: ignore[union-attr]
    ticket = Ticket(
        id="t1",
        rig=rig.id,
        when="2026-11-02",
        readings=(Reading(stood=(axle,), value=1300.0), Reading(stood=("a0",), value=700.0)),
    )
    return replace(document, tickets=(recorded(document, ticket),))


def test_tram_stops_are_tied_copied_taken_apart_and_undone_byte_for_byte(
    fresh: Callable[[Document], Window], qtbot: QtBot
) -> None:
    window = fresh(tram_with_trailer())
    desk, said = window.desk, []
    desk.said.connect(said.append)
    desk.refused.connect(said.append)
    assert desk.rig is not None
    original = desk.rig
    tanks = [a for a, _, _ in original.tanks()]
    assert {"water/tank", "sh/tank"} <= set(tanks)
    copy = copy_rig(original, lambda what: f"copy-{what}-{len(tanks)}-{next(COUNT)}", "Tram stop wash, what if")
    desk.session.add_rig(copy, "copied")
    desk.session.show_rig(copy.id)
    assert desk.rig is not None and len(desk.rig.links) == 1 and desk.rig.links[0].states == (copy.states[1].id,)
    before = encode(desk.session.document)
    said.clear()
    assert copy.vehicle is not None
    assert desk.edit(lambda r: without_carrier(r, copy.vehicle.id), "vehicle taken off")  # type: ignore[union-attr]
    assert len(said) == 1 and said[0].startswith("With it went:") and "one tie" in said[0]
    assert desk.rig is not None and desk.rig.vehicle is None and not desk.rig.links
    assert desk.session.document.rigs[0] == original  # the rig it was copied from keeps everything
    desk.undo()
    assert encode(desk.session.document) == before
    desk.session.show_rig(original.id)
    said.clear()
    desk.take("stand")
    window.work.remove()
    QApplication.processEvents()
    left = desk.session.rig
    assert left is not None and left.item("pump").place.deck == "floor" and "stand" not in {i.id for i in left.items}
    assert [s for s in said if "Transfer pump now stands on" in s], said
    (ticket,) = desk.session.document.tickets
    assert set(ticket.names.values()) >= {original.name, "Axle 1"} and len(ticket.names) == 3
    desk.undo()
    assert encode(desk.session.document) == before


COUNT = iter(range(100_000))


def test_a_state_removed_takes_along_its_ties_and_acts_and_says_so(fresh: Callable[[Document], Window]) -> None:
    window = fresh(tram_with_trailer())
    said: list[str] = []
    window.desk.said.connect(said.append)
    window.desk.refused.connect(said.append)
    assert window.desk.edit(lambda r: without_state(r, "leaving"), "a state removed")
    assert len(said) == 1 and "one tie" in said[0]
    rig = window.desk.session.rig
    assert rig is not None and not rig.links and all(s.id != "leaving" for s in rig.states)


HEAD = "id,name,kind,length_mm,width_mm,height_mm,mass_kg"


def test_two_tables_of_one_name_while_a_tank_is_dragged(window: Window, qtbot: QtBot, tmp_path: Path) -> None:
    """40 rows for playgrounds, then 5,000 for hulls with row 4,812 wrong: the first stays whole, the second is refused."""
    for folder in ("playgrounds", "hulls"):
        (tmp_path / folder).mkdir()
    first, second = tmp_path / "playgrounds/parts.csv", tmp_path / "hulls/parts.csv"
    first.write_text("\n".join([HEAD, *(f"swing-{n},Swing brush {n},box,400,300,200,5" for n in range(40))]))
    rows = [f"hull-{n},Hull brush {n},box,400,300,200,{'five' if n == 4810 else 5}" for n in range(5000)]
    second.write_text("\n".join([HEAD, *rows]))
    desk, said = window.desk, []
    desk.said.connect(said.append)
    desk.refused.connect(said.append)
    read_in(desk, first, Library.take_equipment, "things are in the catalog now")
    qtbot.waitUntil(lambda: any("40 things" in s for s in said), timeout=10_000)
    listed = [e.item.id for e in Library().equipment()]
    desk.take("water")
    bench, left = window.bench, Qt.MouseButton.LeftButton
    start = bench.item_centre("water")
    read_in(desk, second, Library.take_equipment, "things are in the catalog now")
    bench.mousePressEvent(QMouseEvent(QEvent.Type.MouseButtonPress, start, start, left, left, Qt.KeyboardModifier.NoModifier))
    steps = 0
    while desk.jobs.busy("table") or steps < 5:
        at = start + QPointF(10.0 + steps % 30, 4.0)
        bench.mouseMoveEvent(QMouseEvent(QEvent.Type.MouseMove, at, at, left, left, Qt.KeyboardModifier.NoModifier))
        QApplication.processEvents()
        steps += 1
        assert steps < 5000
    assert desk.dragging
    bench.mouseReleaseEvent(QMouseEvent(QEvent.Type.MouseButtonRelease, at, at, left, left, Qt.KeyboardModifier.NoModifier))
    (refused,) = [s for s in said if "row 4812" in s or "4,812" in s]
    assert "mass_kg" in refused and "five" in refused
    assert [e.item.id for e in Library().equipment()] == listed and len(listed) == 40
    assert desk.session.rig is not None and desk.session.can_undo


def test_a_line_of_the_log_stays_when_what_is_beside_it_is_undone(window: Window) -> None:
    desk = window.desk
    name = desk.session.rig.name  # type: ignore[union-attr]
    assert desk.edit(lambda r: replace(r, name="Poultry wash"), "renamed")
    desk.session.note("Weighed it today")
    desk.undo()
    document = desk.session.document
    assert document.rigs[0].name == name and [e.text for e in document.log][-1] == "Weighed it today"


def test_what_the_bench_shows_is_written_as_a_drawing_from_the_menu(window: Window, tmp_path: Path) -> None:
    said: list[str] = []
    window.desk.said.connect(said.append)
    window.desk.refused.connect(said.append)
    state = window.desk.session.rig.states[1]  # type: ignore[union-attr]
    window.desk.show_state(state.id)
    window.papers.drawing_to(tmp_path / "bench.svg")
    assert f"“{state.name}”" in (tmp_path / "bench.svg").read_text() and said[-1].startswith("Drawing written")
    window.papers.drawing_to(tmp_path / "bench.odd")
    assert "expected a name that ends with .svg or .dxf" in said[-1] and not (tmp_path / "bench.odd").exists()


def test_a_rating_asked_on_the_bench_says_what_it_is_and_where_its_plate_is(fresh: Callable[[Document], Window]) -> None:
    """The heading and the place to look are those of the check that the field is held against, never of another one."""
    window = fresh(Document(rigs=(demo("ballast-wash").rigs[0],)))
    solved = window.desk.solved
    assert solved is not None
    asked = {c.field: c for c in solved.checks if c.field and "ratings." in c.field}
    assert {"ratings.coupler_tongue", "ratings.gross", "vehicle.ratings.payload"} <= set(asked)
    for field in asked:
        check = solved.about(field)
        assert check is not None
        window.ask_figure(Spot(Box(100, 300, 50, 20), None, field))
        assert window.figure is not None and window.figure.heading.text() == check.subject.upper()
        assert KINDS[check.kind].plate in window.figure.where.text()
    window.ask_figure(Spot(Box(100, 300, 50, 20), None, "vehicle.ratings.payload"))
    assert "COUPLER" not in window.figure.heading.text() and "coupler" not in window.figure.where.text()  # type: ignore[union-attr]


def test_a_seat_in_which_somebody_sits_is_taken_out_with_him_and_told(fresh: Callable[[Document], Window]) -> None:
    one = demo("tram-stops").rigs[0]
    window = fresh(Document(rigs=(one,)))
    said: list[str] = []
    window.desk.said.connect(said.append)
    window.desk.refused.connect(said.append)
    taken = next(p.seat for s in one.states for p in s.people if p.seat)
    people = sum(p.seat == taken for s in one.states for p in s.people)
    before = encode(window.desk.session.document)

    def without(r: Rig) -> Rig:
        assert r.vehicle is not None
        return replace(r, vehicle=replace(r.vehicle, seats=tuple(s for s in r.vehicle.seats if s.id != taken)))

    assert window.desk.edit(without, "a seat removed")
    rig = window.desk.session.rig
    assert rig is not None and all(p.seat != taken for s in rig.states for p in s.people)
    assert len(said) == 1 and "With it went:" in said[0] and ("person" in said[0] or "people" in said[0]) and people
    window.desk.undo()
    assert encode(window.desk.session.document) == before


def test_a_search_for_fixes_ends_as_soon_as_nobody_wants_it() -> None:
    solved = solve(demo("barn-wash").rigs[0])
    check, asked = solved.checks[0], iter(range(10_000))
    whole = fixes(solved, check, US)
    cut = fixes(solved, check, US, lambda: next(asked) < 40)
    assert len(whole) > len(cut) > 0 and next(asked) == 41  # it is asked at every step, and not once more
    assert fixes(solved, check, US, lambda: False) == ()
