"""The program's own finder against Python's: the same files, the same byte code, never one that is out of date."""

import os
import subprocess
import sys
from importlib.machinery import PathFinder
from pathlib import Path

import msgspec
import numpy

import frelt
from frelt.finder import Finder

ROOT = Path(__file__).parents[1]


def test_every_module_is_where_python_finds_it_with_the_same_code() -> None:
    looked = 0
    for package in (frelt, numpy, msgspec):
        (root,) = package.__path__
        for number, file in enumerate(sorted(Path(root).rglob("*.py"))):
            place = file.parent if file.name == "__init__.py" else file.with_suffix("")
            if place == Path(root):
                continue
            name = ".".join((package.__name__, *place.relative_to(root).parts))
            own, theirs = (f.find_spec(name, [str(place.parent)]) for f in (Finder, PathFinder))
            assert own is not None and theirs is not None, name
            for field in ("origin", "cached", "has_location", "submodule_search_locations", "parent"):
                assert getattr(own, field) == getattr(theirs, field), (name, field)
            if number % 50 == 1:
                assert own.loader is not None and theirs.loader is not None
                assert own.loader.get_code(name) == theirs.loader.get_code(name)  # type: ignore[attr-defined]
            looked += 1
    assert looked > 1000


def test_byte_code_out_of_date_broken_or_missing_is_not_run(tmp_path: Path) -> None:
    own = tmp_path / "frelt"
    (own / "deep").mkdir(parents=True)
    (own / "finder.py").write_bytes((ROOT / "frelt" / "finder.py").read_bytes())
    (own / "__init__.py").touch()
    (own / "deep" / "__init__.py").touch()
    source = own / "deep" / "told.py"
    cached = own / "deep" / "__pycache__" / f"told.{sys.implementation.cache_tag}.pyc"

    def told() -> str:
        code = "from frelt import finder; finder.install(); from frelt.deep import told; print(told.SAYS, type(told.__loader__).__name__)"
        env = {k: v for k, v in os.environ.items() if k != "PYTHONDONTWRITEBYTECODE"} | {"PYTHONPATH": str(tmp_path)}
        done = subprocess.run([sys.executable, "-c", code], capture_output=True, text=True, env=env, check=False, cwd=tmp_path)
        return done.stdout.strip() or done.stderr.strip().splitlines()[-1]

    source.write_text("SAYS = 'one'\n")
    assert told() == "one _Loader" and cached.exists()
    source.write_text("SAYS = 'two'\n")
    os.utime(source, (1_000_000_000, 1_000_000_000))
    assert told() == "two _Loader"
    source.write_text("SAYS = 'three'\n")
    os.utime(source, (1_000_000_000, 1_000_000_000))  # the time is the same, the size is not
    assert told() == "three _Loader"
    for broken in (b"", b"no byte code at all", cached.read_bytes()[:10]):
        cached.write_bytes(broken)
        assert told() == "three _Loader"
    cached.write_bytes(cached.read_bytes().replace(b"three", b"cache"))
    assert told() == "cache _Loader"  # it is what is run where all is as it should be
    done = subprocess.run(
        [sys.executable, "-c", "from frelt import finder; finder.install(); import frelt.deep.nothing"],
        capture_output=True, text=True, cwd=tmp_path, check=False,
    )  # fmt: skip
    assert "ModuleNotFoundError: No module named 'frelt.deep.nothing'" in done.stderr
