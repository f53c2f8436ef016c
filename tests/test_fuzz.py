"""A short share of `./run fuzz`: every case comes to an answer or is refused in words."""

import os
import subprocess
import sys
from pathlib import Path

import pytest

ROOT = Path(__file__).parents[1]


@pytest.mark.parametrize(("mode", "count"), [("files", 40), ("tables", 40), ("texts", 2000), ("kills", 6), ("gestures", 1)])
def test_a_short_share_of_the_fuzzing(mode: str, count: int) -> None:
    asked = [sys.executable, "scripts/fuzz.py", "--only", mode, "--count", str(count), "--seed", "2026"]
    env = {**os.environ, "PYTHONPATH": str(ROOT)}
    done = subprocess.run(asked, cwd=ROOT, env=env, capture_output=True, text=True, check=False, timeout=110)
    assert done.returncode == 0 and f"{mode}: {count:,} in " in done.stdout and "WRONG" not in done.stdout, done.stderr
