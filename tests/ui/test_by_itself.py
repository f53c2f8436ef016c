"""A skid by itself, on the shop's floor: in each state, in each step, on paper, kept for the shop, and with nothing aboard."""

import io
from itertools import count

import pdfplumber
import pytest
from msgspec.structs import replace
from PyQt6.QtWidgets import QApplication

from frelt.app.library import Library
from frelt.app.stock import class_of, classes
from frelt.core.base.units import METRIC, US
from frelt.core.judge.words import sentence
from frelt.core.model.carrier import Stand
from frelt.core.model.document import Document
from frelt.core.model.rig import Rig
from frelt.core.planning.new_rig import new_rig
from frelt.core.report.report import report
from frelt.core.solve import solve
from frelt.formats.drawing import drawing_file
from frelt.paint import fonts
from frelt.paint.sheet import sheet_pdf
from frelt.ui.frame.step import Step
from tests.conftest import wide
from tests.ui.test_cause import Fresh

SKIDS = tuple(c.id for c in classes() if isinstance(c.carrier, Stand))


def born(chassis: str) -> Rig:
    numbers = count()
    return new_rig(class_of(chassis), "Born", lambda what: f"{what}-{next(numbers)}")


@pytest.mark.parametrize("chassis", wide(*SKIDS, share=1))
@pytest.mark.parametrize("empty", [False, True], ids=["skid", "nothing aboard"])
def test_every_state_is_shown_in_every_step_and_drawn(chassis: str, empty: bool, fresh: Fresh) -> None:
    made = born(chassis)
    rig = replace(made, items=()) if empty else made
    window = fresh(Document(rigs=(rig,)))
    for state in ("", *(s.id for s in rig.states)):
        window.desk.show_state(state)
        for step in Step:
            window.desk.go(step)
            QApplication.processEvents()
    solved = solve(rig)
    for units in (US, METRIC):
        found = report(solved, {c.id: sentence(c, units) for c in solved.checks}, units)
        assert all(s.mass is None or s.mass.max > 0 for states in found.carriers.values() for s in states)
        with pdfplumber.open(io.BytesIO(sheet_pdf(Document(rigs=(rig,)), rig, units))) as pdf:
            assert "LOAD SHEET" in pdf.pages[0].extract_text()
    for one in rig.states:
        assert drawing_file(".svg", solved, fonts, US, one.id, "", False).startswith(b"<?xml")


@pytest.mark.parametrize("chassis", SKIDS)
def test_the_shop_keeps_it_and_makes_a_rig_of_it_again(chassis: str) -> None:
    stand = born(chassis).stand
    assert stand is not None
    Library().keep_chassis(stand)
    (kept,) = Library().chassis()
    numbers = count()
    again = new_rig(kept, "Again", lambda what: f"{what}-{next(numbers)}")
    assert (
        again.stand is not None
        and again.items
        and again.items[0].length.value == pytest.approx(born(chassis).items[0].length.value)
    )


@pytest.mark.parametrize("chassis", wide(*(c.id for c in classes() if c.id not in SKIDS), share=3))
def test_every_other_chassis_is_drawn_in_every_state_it_is_born_with(chassis: str, fresh: Fresh) -> None:
    rig = born(chassis)
    window = fresh(Document(rigs=(rig,)))
    solved = solve(rig)
    for state in rig.states:
        window.desk.show_state(state.id)
        QApplication.processEvents()
        assert drawing_file(".svg", solved, fonts, US, state.id, "", False).startswith(b"<?xml")
