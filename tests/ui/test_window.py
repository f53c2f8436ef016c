"""A real window under Xvfb, driven from outside by xdotool: real pointer, real keys."""

import os
import shutil
import subprocess
import sys
import time
from collections.abc import Iterator
from pathlib import Path

import pytest

from frelt.app.places import own_demo
from frelt.app.storage import load

pytestmark = [
    pytest.mark.window,
    pytest.mark.skipif(not os.environ.get("DISPLAY") or not shutil.which("xdotool"), reason="no screen or no xdotool"),
]
ROOT = Path(__file__).parents[2]


def xdo(*words: str) -> str:
    return subprocess.run(["xdotool", *words], capture_output=True, text=True, check=True).stdout.strip()


def tried(*words: str) -> str:
    """What xdotool says, or nothing where it fails: a window needs a moment to be mapped."""
    return subprocess.run(["xdotool", *words], capture_output=True, text=True, check=False).stdout.strip()


@pytest.fixture
def program(home: Path) -> Iterator[Path]:
    """Frelt on a copy of the demo, in a process of its own; gives the file."""
    path = own_demo()[0]
    env = {**os.environ, "PYTHONPATH": str(ROOT), "QT_QPA_PLATFORM": "xcb"}
    run = subprocess.Popen([sys.executable, "-m", "frelt", str(path)], env=env)
    try:
        until = time.monotonic() + 20
        window = ""
        while time.monotonic() < until:
            time.sleep(0.1)
            window = tried("search", "--onlyvisible", "--name", "Poultry barn wash").partition("\n")[0]
            if window:
                tried("windowmove", window, "0", "0")
                tried("windowsize", window, "1280", "800")
                tried("windowfocus", window)
                if tried("getwindowfocus") == window:
                    break
        assert window, "no window came up"
        time.sleep(1.2)  # the fixes are found beside the window
        yield path
    finally:
        run.terminate()
        run.wait(timeout=10)


def saved_after(path: Path, before: bytes) -> None:
    for _ in range(50):
        if path.read_bytes() != before:
            return
        time.sleep(0.1)
    raise AssertionError("nothing was saved")


def test_the_first_fix_by_key_then_save(program: Path) -> None:
    before = program.read_bytes()
    was = load(program).rigs[0].item("water").place.u
    xdo("key", "ctrl+1")
    time.sleep(0.4)
    xdo("key", "ctrl+s")
    saved_after(program, before)
    assert load(program).rigs[0].item("water").place.u < was


def test_an_item_is_dragged_with_the_pointer_and_nudged_with_keys(program: Path) -> None:
    before = program.read_bytes()
    was = load(program).rigs[0].item("toolbox").place.u
    xdo("mousemove", "403", "186", "mousedown", "1")
    for x in (406, 410, 416, 424, 430):
        xdo("mousemove", str(x), "188")
        time.sleep(0.05)
    xdo("mouseup", "1")
    xdo("key", "shift+Right", "shift+Right")
    time.sleep(0.3)
    xdo("key", "ctrl+s")
    saved_after(program, before)
    moved = load(program).rigs[0].item("toolbox").place.u - was
    assert 0.1 < moved < 0.8
