"""Remake docs/screenshots from the demo shop. Usage: ./run shots [NAME ...]."""

import os
import sys
import tempfile
from collections.abc import Callable
from pathlib import Path
from typing import TypeVar

from frelt.ui.frame.step import Step

os.environ.setdefault("QT_QPA_PLATFORM", "offscreen")
os.environ["FRELT_HOME"] = tempfile.mkdtemp(prefix="frelt-shots-")

from msgspec.structs import replace
from PyQt6.QtCore import QEvent, QSize, Qt
from PyQt6.QtGui import QImage, QPainter
from PyQt6.QtTest import QTest
from PyQt6.QtWidgets import QApplication, QLineEdit, QWidget

from frelt.app.library import Library
from frelt.app.places import own_demo
from frelt.app.stock import equipment
from frelt.core.edit.items import add
from frelt.core.kind.catalog import taken
from frelt.core.model.item import Placement
from frelt.paint.fonts import font
from frelt.ui.frame.start import build
from frelt.ui.frame.window import Window
from frelt.ui.steps.job.carriers import CarriersWindow
from frelt.ui.steps.job.page import JobPage
from frelt.ui.steps.liquids.page import LiquidsPage
from frelt.ui.steps.tie_down.page import TieDownPage

P = TypeVar("P", bound=QWidget)
OUT = Path(__file__).resolve().parent.parent / "docs/screenshots"
BARN, HULL, _, PLAYGROUND, _, SHELTER = range(6)


WINDOWS: list[Window] = []  # a window that nothing names is collected, even while it is painted


def opened(which: int) -> Window:
    window = build(own_demo()[which])
    WINDOWS.append(window)
    window.desk.settings.change(theme="light", length="in", mass="lb", volume="gal")
    window.desk.looks_changed.emit()
    window.resize(1280, 800)
    window.show()
    QTest.qWait(900)
    return window


def typing(window: Window, field: str) -> Window:
    """The window with a field of the chassis page in hand."""
    window.desk.go(Step.CHASSIS)
    QTest.qWait(500)
    edit = window.right.page(Step.CHASSIS).findChild(QLineEdit, field)
    assert edit is not None
    edit.setFocus()
    return window


def at_page(window: Window, step: Step, kind: type[P]) -> P:
    """The page of a step, nothing in hand."""
    window.desk.take("")
    window.desk.go(step)
    page = window.right.page(step)
    assert isinstance(page, kind)
    return page


def bench() -> QWidget:
    return opened(BARN)


def bench_dark() -> QWidget:
    window = opened(HULL)
    window.desk.set_looks(theme="dark", length="mm", mass="kg", volume="L")
    window.desk.take("water")
    return window


def chassis_page() -> QWidget:
    return typing(opened(HULL), "chassis-axle:1")


def of_liquids(which: int, part: int) -> tuple[Window, LiquidsPage]:
    window = opened(which)
    page = at_page(window, Step.LIQUIDS, LiquidsPage)
    page.show_part(1)
    while page.road.found is None:
        QTest.qWait(100)
    page.show_part(part)
    return window, page


def liquids() -> QWidget:
    """Sight tubes with the lines of the ratings and of the road fill."""
    window, _ = of_liquids(BARN, 0)
    window.desk.show_state("between")
    return window


def road() -> QWidget:
    return of_liquids(HULL, 1)[0]


def day() -> QWidget:
    """The tightest moment of a day, with the bench at another one."""
    window, page = of_liquids(HULL, 3)
    page.day.begin.setCurrentIndex(1)
    page.day.begin.activated.emit(1)
    QTest.qWait(300)
    made = page.day.play
    assert made is not None
    page.day.plot.act_id = next(a.id for a in made.day.acts if a.kind == "soft wash")
    page.day.plot.look(8.6 * 3600)
    page.day.refresh()
    return window


def brief() -> QWidget:
    window = opened(BARN)
    page = at_page(window, Step.JOB, JobPage)
    page.show_part(1)
    QTest.qWait(300)
    area = window.right.scroller(Step.JOB)
    bar = area.verticalScrollBar()
    assert bar is not None
    bar.setValue(620)
    return window


def carriers() -> QWidget:
    window = opened(HULL)
    window.panels.carriers()
    made = window.findChild(CarriersWindow)
    assert made is not None
    made.towed.setCurrentIndex(made.towed.findData("pickup-34-675-crew"))
    made.refresh()
    return made


def van() -> QWidget:
    """By the millimeter: what is in hand, and where no bolt may go."""
    window = opened(SHELTER)
    window.desk.set_looks(length="mm", mass="kg", volume="L")
    window.desk.take("toolbox")
    return window


def plumbing() -> QWidget:
    """The hull rig's lines while it washes and mixes: who gets what, levers as they stand, the tap shut."""
    window = opened(HULL)
    window.desk.take("")
    window.desk.go(Step.PLUMBING)
    QTest.qWait(900)
    return window


def reach() -> QWidget:
    """A service that something blocks: the fuel tank stands before the belt guard; and where a person can walk."""
    window = opened(HULL)
    window.desk.walking = True
    window.desk.take("machine")
    return window


def catalog() -> QWidget:
    window = opened(BARN)
    rig = window.desk.session.rig
    assert rig is not None
    Library().keep_equipment(rig, "reels")
    window.desk.catalog_changed.emit()
    window.desk.take("")
    window.right.things.show_catalog(True)
    window.right.things.catalog.box.setText("reel")
    return window


def close_up() -> QWidget:
    """A skid by itself with a thing in hand, its truck broken off."""
    window = opened(PLAYGROUND)
    window.desk.take("")
    window.looking.closely()
    rig = window.desk.rig
    assert rig is not None
    window.desk.take(
        next(i.id for i in rig.items if i.kind == "battery" or "pump" in i.name.lower() or "reel" in i.name.lower())
    )
    return window


def overloaded() -> QWidget:
    window = opened(BARN)
    stock = {e.item.id: e for e in equipment()}
    for n, (u, v) in enumerate(((0.60, -0.55), (3.10, 0.65), (4.15, 0.45))):
        item = taken(stock["water-210-upright" if n else "water-150-leg"], f"more-{n}")
        name = "Second rinse water tank, on loan from the tram stop rig" if n == 1 else item.name
        item = replace(item, name=name, place=Placement(deck="floor", u=u, v=v))
        window.desk.edit(lambda r, i=item: add(r, i), "more")
    QTest.qWait(600)
    window.bench.grab()
    window.ask_figure(next(x for x in window.bench.loads.spots if x.check is not None and x.check.kind == "axle"))
    return window


def tie_down() -> QWidget:
    """A tall tank in hand: its straps, what each way takes of what they hold, the rule beside it."""
    window = opened(HULL)
    page = at_page(window, Step.TIE_DOWN, TieDownPage)
    QTest.qWait(1200)
    page.now.take("sh")
    QTest.qWait(1500)
    return window


def walk() -> QWidget:
    """The walk before the road, some of it ticked."""
    window = opened(BARN)
    page = at_page(window, Step.TIE_DOWN, TieDownPage)
    page.show_part(2)
    QTest.qWait(400)
    for n in range(5):
        row = page.walk.list.item(n)
        if row is not None:
            row.setCheckState(Qt.CheckState.Checked)
    page.walk.list.setCurrentRow(5)
    return window


def scale() -> QWidget:
    """A ticket that disagrees, and what would explain it."""
    window = opened(BARN)
    window.desk.go(Step.SCALE)
    QTest.qWait(1500)
    return window


def sheet() -> QImage:
    window = opened(BARN)
    path = Path(os.environ["FRELT_HOME"]) / "sheet.pdf"
    window.papers.sheet_to(path)
    window.close()
    return printed(path, QSize(816, 1056))


def placard() -> QImage:
    window, page = of_liquids(HULL, 1)
    path = Path(os.environ["FRELT_HOME"]) / "placard.pdf"
    assert page.road.found is not None
    window.papers.placard_to(path, page.road.found, page.road.order)
    window.close()
    return printed(path, QSize(1056, 816))


def printed(path: Path, size: QSize) -> QImage:
    """A page of PDF as a picture."""
    from PyQt6.QtPdf import QPdfDocument

    pdf = QPdfDocument(None)
    pdf.load(str(path))
    page = pdf.render(0, size)
    pdf.close()
    image = QImage(page.size(), QImage.Format.Format_RGB32)
    image.fill(Qt.GlobalColor.white)
    p = QPainter(image)
    p.drawImage(0, 0, page)
    p.end()
    return image


SHOTS: dict[str, Callable[[], QWidget | QImage]] = {
    "bench": bench,
    "bench-dark": bench_dark,
    "chassis": chassis_page,
    "liquids": liquids,
    "road": road,
    "day": day,
    "placard": placard,
    "overloaded": overloaded,
    "tie-down": tie_down,
    "walk": walk,
    "scale": scale,
    "brief": brief,
    "carriers": carriers,
    "van": van,
    "plumbing": plumbing,
    "reach": reach,
    "catalog": catalog,
    "close-up": close_up,
    "load-sheet": sheet,
}


def main() -> None:
    app = QApplication([])
    app.setFont(font())
    OUT.mkdir(parents=True, exist_ok=True)
    for name in sys.argv[1:] or SHOTS:
        made = SHOTS[name]()
        if isinstance(made, QImage):
            made.save(str(OUT / f"{name}.png"))
        else:
            QTest.qWait(800)
            made.grab().toImage().convertToFormat(QImage.Format.Format_RGB32).save(str(OUT / f"{name}.png"))
            made.window().close()
        for widget in app.topLevelWidgets():
            widget.close()
        print(name)
    for window in WINDOWS:
        window.deleteLater()  # before the application, which would leave them without a floor
    app.sendPostedEvents(None, QEvent.Type.DeferredDelete.value)
    WINDOWS.clear()


if __name__ == "__main__":
    main()
