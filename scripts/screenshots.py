"""Remake docs/screenshots from the demo shop. Usage: ./run shots [NAME ...]."""

import os
import sys
import tempfile
from collections.abc import Callable
from pathlib import Path

os.environ.setdefault("QT_QPA_PLATFORM", "offscreen")
os.environ["FRELT_HOME"] = tempfile.mkdtemp(prefix="frelt-shots-")

from msgspec.structs import replace
from PyQt6.QtCore import QSize, Qt
from PyQt6.QtGui import QImage, QPainter
from PyQt6.QtTest import QTest
from PyQt6.QtWidgets import QApplication, QLineEdit, QWidget

from frelt.app.places import own_demo
from frelt.app.stock import equipment, keep_equipment
from frelt.core.catalog import taken
from frelt.core.edit import add
from frelt.core.item import Placement
from frelt.paint.fonts import font
from frelt.ui.beside import Beside
from frelt.ui.job.carriers import CarriersWindow
from frelt.ui.job.page import JobPage
from frelt.ui.start import build
from frelt.ui.window import Window

OUT = Path(__file__).resolve().parent.parent / "docs/screenshots"
BARN, HULL, SOLAR, PLAYGROUND, BALLAST, SHELTER = range(6)


def opened(which: int) -> Window:
    window = build(own_demo()[which])
    window.desk.settings.change(theme="light", length="in", mass="lb", volume="gal")
    window.desk.looks_changed.emit()
    window.resize(1280, 800)
    window.show()
    QTest.qWait(900)
    return window


def typing(window: Window, field: str) -> Window:
    """The window with a field of the chassis page in hand."""
    window.desk.go(1)
    QTest.qWait(500)
    edit = window.right.page(1).findChild(QLineEdit, field)
    assert edit is not None
    edit.setFocus()
    return window


def bench() -> QWidget:
    return opened(BARN)


def bench_dark() -> QWidget:
    window = opened(HULL)
    window.desk.set_looks(theme="dark", length="mm", mass="kg", volume="L")
    window.desk.take("water")
    return window


def safe_floor() -> QWidget:
    window = opened(HULL)
    window.desk.take("reels")
    return window


def chassis_page() -> QWidget:
    return typing(opened(HULL), "chassis-axle:1")


def liquids() -> QWidget:
    window = opened(BARN)
    window.desk.go(4)
    window.desk.show_state("between")
    return window


def job() -> QWidget:
    window = opened(HULL)
    window.desk.go(0)
    return window


def brief() -> QWidget:
    window = opened(BARN)
    window.desk.go(0)
    page = window.right.page(0)
    assert isinstance(page, JobPage)
    page.show_part(1)
    QTest.qWait(300)
    area = window.right.scroller(0)
    bar = area.verticalScrollBar()
    assert bar is not None
    bar.setValue(620)
    return window


def carriers() -> QWidget:
    window = opened(HULL)
    window.show_carriers()
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


def skid() -> QWidget:
    window = opened(PLAYGROUND)
    window.desk.show_state("lift")
    return window


def reach() -> QWidget:
    """A service that something blocks: the fuel tank stands before the belt guard."""
    window = opened(HULL)
    window.desk.take("machine")
    return window


def aisle() -> QWidget:
    window = opened(BARN)
    window.desk.walking = True
    window.desk.go(3)
    return window


def catalog() -> QWidget:
    window = opened(BARN)
    rig = window.desk.session.rig
    assert rig is not None
    keep_equipment(rig, "reels")
    window.desk.catalog_changed.emit()
    window.desk.take("")
    window.right.things.catalog.box.setText("reel")
    return window


def gooseneck() -> QWidget:
    return opened(BALLAST)


def pair() -> QWidget:
    window = opened(PLAYGROUND)
    document = window.desk.session.document
    window.desk.session.show_rig(document.rigs[1].id)
    window.desk.whole_pair = True
    window.desk.carrier_changed.emit()
    made = typing(window, "bars-share")
    edit = made.right.page(1).findChild(QLineEdit, "bars-share")
    made.right.scroller(1).ensureWidgetVisible(edit, 0, 150)
    return made


def overloaded() -> QWidget:
    window = opened(BARN)
    stock = {e.item.id: e for e in equipment()}
    for n, (u, v) in enumerate(((0.60, -0.55), (3.10, 0.65), (4.15, 0.45))):
        item = taken(stock["water-210-upright" if n else "water-150-leg"], f"more-{n}")
        name = "Second rinse water tank, on loan from the tram stop rig" if n == 1 else item.name
        item = replace(item, name=name, place=Placement(deck="floor", u=u, v=v))
        window.desk.edit(lambda r, i=item: add(r, i), "more")
    return window


def beside() -> QWidget:
    window = opened(SOLAR)
    window.show_beside()
    made = window.findChild(Beside)
    assert made is not None
    return made


def table() -> QWidget:
    window = opened(BARN)
    window.show_table()
    assert window._table is not None
    return window._table


def sheet() -> QImage:
    from PyQt6.QtPdf import QPdfDocument

    window = opened(BARN)
    path = Path(os.environ["FRELT_HOME"]) / "sheet.pdf"
    window.files.sheet_to(path)
    pdf = QPdfDocument(None)
    pdf.load(str(path))
    page = pdf.render(0, QSize(816, 1056))
    pdf.close()
    image = QImage(page.size(), QImage.Format.Format_RGB32)
    image.fill(Qt.GlobalColor.white)
    p = QPainter(image)
    p.drawImage(0, 0, page)
    p.end()
    window.close()
    return image


SHOTS: dict[str, Callable[[], QWidget | QImage]] = {
    "bench": bench,
    "bench-dark": bench_dark,
    "safe-floor": safe_floor,
    "chassis": chassis_page,
    "liquids": liquids,
    "job": job,
    "overloaded": overloaded,
    "beside": beside,
    "checks": table,
    "brief": brief,
    "carriers": carriers,
    "van": van,
    "skid": skid,
    "reach": reach,
    "aisle": aisle,
    "catalog": catalog,
    "gooseneck": gooseneck,
    "pair": pair,
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


if __name__ == "__main__":
    main()
