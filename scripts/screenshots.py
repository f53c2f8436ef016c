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
from frelt.app.stock import chassis, equipment, new_rig
from frelt.core.carrier import Tires, TrailerRatings
from frelt.core.catalog import taken
from frelt.core.document import Document
from frelt.core.edit import add
from frelt.core.item import Placement
from frelt.core.rig import Rig
from frelt.paint.fonts import font
from frelt.ui.beside import Beside
from frelt.ui.start import build
from frelt.ui.window import Window

OUT = Path(__file__).resolve().parent.parent / "docs/screenshots"
BARN, HULL, SOLAR = 0, 1, 2


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


def new_empty() -> QWidget:
    window = opened(HULL)
    window.desk.session.new(Document())
    window.desk.session.add_rig(new_rig(chassis()[0], "Playground rinse, 10 ft"), "new")
    window.desk.go(2)
    return window


def unknown() -> QWidget:
    window = opened(HULL)

    def bare(rig: Rig) -> Rig:
        assert rig.trailer is not None
        axles = tuple(replace(a, rating=None, tires=Tires()) for a in rig.trailer.axles)
        return replace(rig, trailer=replace(rig.trailer, ratings=TrailerRatings(), axles=axles))

    window.desk.edit(bare, "plates not read yet")
    window.desk.take("sh")
    return window


def overloaded() -> QWidget:
    window = opened(BARN)
    stock = {e.item.id: e for e in equipment()}
    for n, (u, v) in enumerate(((0.60, -0.55), (3.10, 0.65), (4.15, 0.45))):
        item = taken(stock["water-210-upright" if n else "water-150-leg"], f"more-{n}")
        name = "Second rinse water tank, on loan from the tram stop rig" if n == 1 else item.name
        item = replace(item, name=name, place=Placement(deck="floor", u=u, v=v))
        window.desk.edit(lambda r, i=item: add(r, i), "more")
    return window


def torsion() -> QWidget:
    window = opened(SOLAR)
    window.desk.session.show_rig("solar-high")
    return typing(window, "chassis-ball")


def beside() -> QWidget:
    window = opened(SOLAR)
    window.show_beside()
    made = window.findChild(Beside)
    assert made is not None
    return made


def parked() -> QWidget:
    window = opened(BARN)
    window.desk.show_state("on-jack")
    return window


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
    "new-rig": new_empty,
    "unknown": unknown,
    "overloaded": overloaded,
    "torsion": torsion,
    "parked": parked,
    "beside": beside,
    "checks": table,
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
