"""Where Frelt keeps what is not a document: settings, autosaves, the user's copy of the demo."""

import os
from pathlib import Path

from .. import data

DEMOS = (
    "barn-wash",
    "hull-rinse",
    "solar-rinse",
    "playground-rinse",
    "ballast-wash",
    "shelter-round",
    "tram-stops",
)


def _base(variable: str, usual: str) -> Path:
    """A base folder of the XDG Base Directory Specification 0.8; what is not absolute there counts as unset.

    By hand, because the library for it loads so much that the window opens a tenth later.
    """
    base = os.environ.get(variable, "")
    return Path(base) if os.path.isabs(base) else Path.home() / usual


def data_home() -> Path:
    """The folder in which the desktop looks for what a user has of his own."""
    home = os.environ.get("FRELT_HOME")
    return Path(home) / "share" if home else _base("XDG_DATA_HOME", ".local/share")


def _data() -> Path:
    return _base("XDG_DATA_HOME", ".local/share") / "frelt"


def config_dir() -> Path:
    """Settings; FRELT_HOME puts everything below one folder, for tests and trials."""
    home = os.environ.get("FRELT_HOME")
    return Path(home) / "config" if home else _base("XDG_CONFIG_HOME", ".config") / "frelt"


def state_dir() -> Path:
    """Autosaves."""
    home = os.environ.get("FRELT_HOME")
    return Path(home) / "state" if home else _base("XDG_STATE_HOME", ".local/state") / "frelt"


def demo_dir() -> Path:
    """The user's own copy of the demo shop."""
    home = os.environ.get("FRELT_HOME")
    return Path(home) / "demo" if home else _data() / "demo"


def library_dir(what: str) -> Path:
    """The shop's own library: plain files, one folder for chassis and one for each other kind."""
    home = os.environ.get("FRELT_HOME")
    return (Path(home) if home else _data()) / "shop" / what


def shipped(name: str) -> bytes:
    """A file that ships with the program, by its path below frelt/data."""
    return (Path(data.__file__).parent / name).read_bytes()


def own_demo() -> tuple[Path, ...]:
    """The user's copies of the demo rigs, made where they are missing and never overwritten."""
    folder = demo_dir()
    folder.mkdir(parents=True, exist_ok=True)
    paths = []
    for name in DEMOS:
        path = folder / f"{name}.frelt.json"
        if not path.exists():
            path.write_bytes(shipped(f"demo/{name}.frelt.json"))
        paths.append(path)
    return tuple(paths)
