"""Tips and hoses of packed rigs: what the page shows is what the core says, and follows every choice."""

import re

import pytest
from PyQt6.QtTest import QTest
from PyQt6.QtWidgets import QApplication, QComboBox

from frelt.core.base.units import FOOT, INCH, PSI
from frelt.core.model.document import Document
from frelt.core.network.friction import Line, loss
from frelt.core.network.tips import needs
from frelt.core.report.tips import hoses, let_go, machines, suited
from frelt.ui.frame.step import Step
from frelt.ui.frame.window import Window
from tests.conftest import block, rig, tank
from tests.ui.hands import typed
from tests.ui.test_cause import Fresh, opened


def chosen(box: QComboBox, data: object) -> None:
    box.setCurrentIndex(box.findData(data))
    box.activated.emit(box.currentIndex())
    QApplication.processEvents()


def page_of(window: Window):  # type: ignore[no-untyped-def]
    window.desk.go(Step.PLUMBING)
    QApplication.processEvents()
    page = window.right.page(Step.PLUMBING)
    page.show_part(2)
    QApplication.processEvents()
    return page.tips


@pytest.mark.parametrize("name", ["hull-open", "barn-closed", "tram-tray"])
def test_the_tip_follows_machine_hose_guns_and_the_pressure_that_is_wanted(fresh: Fresh, name: str) -> None:
    window = opened(fresh, name)
    page, here, before = page_of(window), window.desk.rig, window.desk.session.document
    assert here is not None
    washing, aboard = machines(here), hoses(here)
    assert washing and aboard and page.machine.count() == len(washing) and page.hose.count() == len(aboard) + 1
    for machine in washing:
        chosen(page.machine, machine.item)
        for n, hose in enumerate(aboard):
            chosen(page.hose, n)
            for guns in (1, 2):
                chosen(page.guns, guns)
                small, best, large = suited(machine, hose.line(), guns)
                said = dict(page.found.lines)
                assert said[next(k for k in said if k.startswith("Tip"))] == f"{best.number:g}"
                assert said["Left at the tip"] == window.desk.units.show(best.at_tip, "pressure")
                if not best.dumped:  # by hand: flow over guns, through the hose, out of the tip
                    each = machine.flow / guns
                    lost = loss(Line(hose.bore, hose.length), each, machine.celsius)
                    pump = needs(best.number, each, machine.celsius) + lost
                    assert best.at_pump == pytest.approx(pump) and pump <= machine.pressure
                assert small.number <= best.number <= large.number
                alone = [f for w, f in page.beside.lines if w.startswith("These tips with one gun open")]
                assert len(alone) == guns - 1
                for one in let_go(machine, hose.line(), best):  # the other gun keeps what the unloader lets it
                    assert one.at_pump <= machine.pressure * (1 + 1e-9) and one.at_tip >= best.at_tip * (1 - 1e-9)
                    assert alone == [window.desk.units.show(one.at_tip, "pressure")]
    chosen(page.guns, 1)
    typed(page, "tip-wanted", "1,500")
    (tip,) = [f for w, f in page.found.lines if w == "Tip"]
    (left,) = [f for w, f in page.found.lines if w == "Left at the tip"]
    assert float(tip) > 5 and abs(int(re.sub(r"\D", "", left)) - 1500) < 400
    assert window.desk.session.document is before


def test_a_hose_of_ones_own_is_typed_in_any_units(fresh: Fresh) -> None:
    window = opened(fresh, "playground-skid")
    page = page_of(window)
    chosen(page.hose, -1)
    typed(page, "hose-bore", "3/8")
    typed(page, "hose-length", "200")
    machine = machines(window.desk.rig)[0]  # type: ignore[arg-type]
    lost = loss(Line(3 / 8 * INCH, 200 * FOOT), suited(machine, Line(3 / 8 * INCH, 200 * FOOT), 1)[1].each, machine.celsius)
    assert dict(page.found.lines)["Hose, couplings and hub take"] == f"{lost / PSI:,.0f} psi"
    window.desk.set_looks(length="mm", mass="kg", volume="L", pressure="bar")
    QTest.qWait(10)
    assert dict(page.found.lines)["Hose, couplings and hub take"] == f"{lost / 1e5:,.0f} bar"


def test_without_a_machine_the_page_says_what_to_do(fresh: Fresh) -> None:
    window = fresh(Document(rigs=(rig(block("box", 50.0, 2.0), tank("water", 0.3, 1.0)),)))
    page = page_of(window)
    assert page.none.isVisible() and not page.found.isVisible() and "washing machine" in page.none.text()
