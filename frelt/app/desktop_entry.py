"""The entry in the desktop's menu, the icon and the kind of file, for a program that was installed for one user alone (by pipx).

A package of a distribution brings these itself, a wheel cannot; so the window puts them below the user's own data folder when it is
first opened, and `frelt desktop --remove` takes them away again. Source: Desktop Entry, Icon Theme and Shared MIME-info
specifications of freedesktop.org.
"""

import os
import shutil
import subprocess
import sys
from collections.abc import Iterable
from pathlib import Path

from .. import data
from .places import data_home, shipped
from .storage import write_atomically

NAME = "org.frelt.Frelt"
PLACES = {
    f"applications/{NAME}.desktop": f"desktop/{NAME}.desktop",
    f"mime/packages/{NAME}.xml": f"desktop/{NAME}.xml",
    f"icons/hicolor/scalable/apps/{NAME}.svg": "icons/frelt.svg",
    f"icons/hicolor/128x128/apps/{NAME}.png": "icons/frelt-128.png",
}
TOLD = ("update-desktop-database applications", "update-mime-database mime", "gtk-update-icon-cache -q -t icons/hicolor")


def program() -> Path | None:
    """The command that this program was started by, where it was installed; None for a checkout of its source."""
    if "site-packages" not in Path(data.__file__).parts:
        return None
    beside = Path(sys.executable).with_name("frelt")
    found = shutil.which("frelt")
    own = beside if beside.exists() else None
    if found is not None and own is not None and os.path.realpath(found) == os.path.realpath(own):
        return Path(found)  # the short name, which stays when the program is brought up to date
    return own


def entries(command: Path) -> dict[str, bytes]:
    """Every file by its place below the data folder, the entry with the whole path of the command."""
    made = {place: shipped(name) for place, name in PLACES.items()}
    entry = f"applications/{NAME}.desktop"
    run = "".join(f"\\{c}" if c in '"`$\\' else c for c in str(command)).replace("%", "%%")
    made[entry] = made[entry].replace(b"Exec=frelt %f", f'Exec="{run}" %f\nTryExec={command}'.encode())
    return made


def install(command: Path) -> tuple[Path, ...]:
    """Put the entry, the icon and the kind of file where they are missing or other than they should be; returns what was written.

    Raises OSError.
    """
    written = []
    for place, content in entries(command).items():
        path = data_home() / place
        if not path.exists() or path.read_bytes() != content:
            path.parent.mkdir(parents=True, exist_ok=True)
            write_atomically(path, content)
            written.append(path)
    if written:
        _tell_the_desktop()
    return tuple(written)


def remove() -> tuple[Path, ...]:
    """Take them away again; returns what was there. Raises OSError."""
    gone = [path for place in PLACES if (path := data_home() / place).exists()]
    for path in gone:
        path.unlink()
    if gone:
        _tell_the_desktop()
    return tuple(gone)


def system_wide() -> bool:
    """Whether a package of the distribution brings the entry, which then is not doubled."""
    folders: Iterable[str] = (os.environ.get("XDG_DATA_DIRS") or "/usr/local/share:/usr/share").split(":")
    return any((Path(f) / "applications" / f"{NAME}.desktop").exists() for f in folders if f)


def _tell_the_desktop() -> None:
    """Let the desktop read its folders anew, with the tools it has; without them it does so at the next login."""
    for line in TOLD:
        tool, *options = line.split()
        found = shutil.which(tool)
        if found is not None:
            folder = data_home() / options[-1]
            subprocess.run([found, *options[:-1], str(folder)], check=False, capture_output=True, timeout=20)
