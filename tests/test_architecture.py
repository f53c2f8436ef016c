"""The shape of the program: what loads when, what pairs with what, what may not be said."""

import ast
import os
import subprocess
import sys
from pathlib import Path

import pytest

from frelt.core.kind.registry import every
from frelt.core.kinds import __path__ as kind_files
from frelt.drawing import views
from frelt.drawing.sketch import SKETCHES, sketched
from frelt.ui.frame.actions import ACTIONS
from frelt.ui.frame.menus import MENUS

ROOT = Path(__file__).parents[1]
HEAVY = ("shapely", "scipy", "pint", "ezdxf", "pandas", "ortools", "matplotlib", "fluids", "multiprocessing.pool")


def loaded_after(code: str) -> set[str]:
    done = subprocess.run(
        [sys.executable, "-c", f"{code}\nimport sys; print(*sys.modules)"],
        capture_output=True, text=True, check=True, env={**os.environ, "PYTHONPATH": str(ROOT)},
    )  # fmt: skip
    return set(done.stdout.split())


def test_core_drawing_and_formats_load_without_qt() -> None:
    code = (
        "import frelt.core.solve, frelt.core.fixes.fix, frelt.core.report.report, frelt.drawing.views, frelt.formats.document"
    )
    assert not [m for m in loaded_after(code) if m.startswith("PyQt6")]


def test_the_first_frame_loads_nothing_heavy() -> None:
    code = """
from PyQt6.QtWidgets import QApplication
app = QApplication([])
from frelt.ui.frame.start import build
w = build(demo=True); w.show(); app.processEvents(); app.processEvents()
w.close(); app.processEvents()
"""
    assert not loaded_after(code) & set(HEAVY)


NOT_SHOWN = (  # of a trailer with lines, whose tanks are neither joined nor tied, opened from a file as it is written
    "typing_extensions", "numpy._typing", "urllib.parse", "ipaddress", "argparse", "threading", "json", "frelt.formats.strict", "frelt.core.network.solving", "frelt.core.network.reading", "frelt.core.masses.joined",
    "frelt.core.masses.linked", "frelt.core.scale", "frelt.core.tie_down", "frelt.core.fixes", "frelt.drawing.lifted",
    "frelt.drawing.vehicle", "frelt.drawing.close_up", "frelt.drawing.overlay.lines", "frelt.ui.steps", "frelt.ui.widgets.fields",
    "frelt.ui.frame.actions", "frelt.ui.frame.scroller", "frelt.ui.frame.panels",
)  # fmt: skip


def test_the_first_frame_loads_nothing_that_it_does_not_show() -> None:
    code = """
import os, sys
from frelt.cli import begin
begin()
from PyQt6.QtWidgets import QApplication
app = QApplication([])
from frelt.ui.bench.bench import Bench
from frelt.ui.frame.start import build
painted = Bench.paintEvent
def first(self, event):
    painted(self, event)
    print(*sys.modules, flush=True)
    os._exit(0)
Bench.paintEvent = first
w = build(demo=True); assert w.desk.rig.plumbing.lines; w.show(); app.exec()
"""
    loaded = loaded_after(code)
    assert "frelt.core.network.routes" in loaded  # what lines weigh is asked
    assert not [m for m in loaded if m.startswith(NOT_SHOWN)]


def test_what_libraries_were_loaded_without_is_there_for_whoever_asks_later() -> None:
    code = """
from pathlib import Path
from frelt.cli import begin
begin()
from PyQt6.QtCore import QThread
from PyQt6.QtWidgets import QApplication
app = QApplication([])
assert QThread.isMainThread() and app.thread() == QThread.currentThread()  # although another thread read Qt's libraries
import frelt, msgspec, numpy, numpy.typing, scipy.optimize, typing_extensions, urllib.parse
assert numpy.typing.NDArray[numpy.float64].__args__ and numpy.linalg.eig(numpy.eye(2)).eigenvalues.tolist() == [1.0, 1.0]
assert typing_extensions.deprecated and urllib.parse.urlsplit("file:///a b").path == "/a b"
assert Path("/a b").as_uri() == "file:///a%20b"
"""
    assert {"typing_extensions", "numpy._typing"} <= loaded_after(code)


def test_no_widgets_below_the_window() -> None:
    for folder in ("paint", "app"):
        for file in (ROOT / "frelt" / folder).rglob("*.py"):
            names = {n.module for n in ast.walk(ast.parse(file.read_text())) if isinstance(n, ast.ImportFrom)}
            assert "PyQt6.QtWidgets" not in names, file


def test_every_kind_has_a_drawing_and_every_drawing_a_kind() -> None:
    kinds = every()
    assert all(sketched(k) is not None for k in kinds) and set(SKETCHES) == set(kinds)
    assert len(list(Path(kind_files[0]).glob("*.py"))) == len(kinds) + 1
    assert views


def test_actions_and_keys_are_declared_once() -> None:
    from frelt.ui.bench.bench import Bench
    from frelt.ui.frame.desk import Desk
    from frelt.ui.frame.files import Files
    from frelt.ui.frame.fix_search import FixSearch
    from frelt.ui.frame.looking import Looking
    from frelt.ui.frame.papers import Papers
    from frelt.ui.frame.unit_menus import UnitMenus
    from frelt.ui.frame.window import Window
    from frelt.ui.frame.windows import Windows
    from frelt.ui.steps.things.work import Work

    ids = [a.id for a in ACTIONS]
    keys = [k for a in ACTIONS if a.run for k in a.keys.split("|") if k]
    assert len(set(ids)) == len(ids) and len(set(keys)) == len(keys)
    owners = {"": Window, "files": Files, "desk": Desk, "desk.cures": FixSearch, "looking": Looking, "units": UnitMenus}
    owners |= {"papers": Papers, "panels": Windows, "work": Work, "bench": Bench}
    runs = [a.run.rpartition(".") for a in ACTIONS if a.run]
    assert all(callable(getattr(owners[owner], name, None)) for owner, _, name in runs)
    assert tuple(dict.fromkeys(a.menu for a in ACTIONS if a.run)) == MENUS


def test_no_class_does_everything() -> None:
    """The window has at most 25 methods, any other class 30, each counted where it is written."""
    most = {"Window": 25}
    trees = (ast.parse(file.read_text()) for file in (ROOT / "frelt").rglob("*.py"))
    for one in (n for tree in trees for n in ast.walk(tree) if isinstance(n, ast.ClassDef)):
        assert sum(isinstance(n, ast.FunctionDef) for n in one.body) <= most.get(one.name, 30), one.name


def public_functions() -> list[tuple[str, ast.FunctionDef]]:
    found = []
    for file in sorted((ROOT / "frelt/core").rglob("*.py")):
        for node in ast.parse(file.read_text()).body:
            if isinstance(node, ast.FunctionDef) and not node.name.startswith("_"):
                found.append((f"{file.name}:{node.name}", node))
    return found


@pytest.mark.parametrize("name", ["float", "Array"])
def test_functions_of_numbers_state_their_units(name: str) -> None:
    """Public core functions that take and give bare numbers name a unit or say that it is a share, in words or brackets."""
    units = (
        "[m",
        "[-]",
        "[Pa",
        "[kg",
        "[px",
        "[W",
        "[s",
        "share",
        "percent",
        "SI unit",
        "inches",
        "by a",
        "metre",
        "density",
        "kg",
        "angle",
        "quantity",
        "fill",
    )
    silent = [
        where
        for where, node in public_functions()
        if node.returns is not None and name in ast.unparse(node.returns) and node.args.args
        and not any(u in (ast.get_docstring(node) or "") for u in units)
    ]  # fmt: skip
    assert not silent


def test_what_is_in_a_tank_and_how_it_is_drawn_are_asked_in_one_place() -> None:
    """Only `core.liquid` asks which tanks are joined; a tint is read where a liquid is drawn, and where a file is held to it."""
    drawn = ("drawing", "paint", "ui/bench", "ui/steps/liquids", "core/model/liquid.py", "core/model/integrity.py")
    for file in (ROOT / "frelt").rglob("*.py"):
        path = file.relative_to(ROOT / "frelt").as_posix()
        for node in ast.walk(ast.parse(file.read_text())):
            if not isinstance(node, ast.Attribute):
                continue
            of_a_rig = node.attr == "joined" and ast.unparse(node.value).endswith(("rig", "made", "self._rig"))
            assert not of_a_rig or path.startswith("core/liquid/"), (path, node.lineno)
            assert node.attr != "tint" or path.startswith(drawn), (path, node.lineno)


def test_no_tint_decides_anything_in_the_window() -> None:
    for file in (ROOT / "frelt" / "ui").rglob("*.py"):
        for node in ast.walk(ast.parse(file.read_text())):
            if isinstance(node, ast.Compare):
                assert "tint" not in ast.unparse(node), (file.name, node.lineno)


def test_no_kind_of_fitting_is_known_by_name_outside_its_file() -> None:
    from frelt.core.fitting.registry import every as fittings

    names = set(fittings())
    assert len(names) == len(list((ROOT / "frelt/core/fitting/kinds").glob("*.py"))) - 1
    for file in (ROOT / "frelt").rglob("*.py"):
        path = file.relative_to(ROOT / "frelt").as_posix()
        if path.startswith(("core/fitting/", "formats/migrations/")):
            continue
        for node in ast.walk(ast.parse(file.read_text())):
            asked: list[ast.AST] = []
            if isinstance(node, ast.Compare) and ast.unparse(node.left).endswith("kind"):
                asked = [c for one in node.comparators for c in ast.walk(one)]
            elif isinstance(node, ast.Match) and ast.unparse(node.subject).endswith("kind"):
                asked = [c for case in node.cases for c in ast.walk(case.pattern)]
            said = {c.value for c in asked if isinstance(c, ast.Constant)} & names
            assert not said, (path, getattr(node, "lineno", 0), said)
