"""./run as a person would try it."""

import subprocess
from pathlib import Path

ROOT = Path(__file__).parents[1]


def run(*words: str) -> "subprocess.CompletedProcess[str]":
    return subprocess.run(["./run", *words], cwd=ROOT, capture_output=True, text=True, check=False)


def test_help_lists_every_verb_the_readme_names() -> None:
    readme = (ROOT / "README.md").read_text()
    listed = run("help").stdout
    for verb in ("demo", "test", "lint", "bench", "shots", "frelt", "python"):
        assert f"./run {verb}" in listed and f"./run {verb}" in readme


def test_an_unknown_verb_is_refused_with_the_list() -> None:
    done = run("paint")
    assert done.returncode == 64 and "does not know “paint”" in done.stderr and "./run demo" in done.stderr


def test_every_picture_of_the_readme_is_there() -> None:
    readme = (ROOT / "README.md").read_text()
    shots = {p.name for p in (ROOT / "docs/screenshots").glob("*.png")}
    assert len(shots) < 20 and all(f"docs/screenshots/{s}" in readme for s in shots)
