"""The entry in the desktop's menu of a program installed for one user. Source: the freedesktop.org specifications named there."""

import configparser
import shutil
import subprocess
from pathlib import Path

import pytest

from frelt import cli
from frelt.app import desktop_entry
from frelt.app.desktop_entry import NAME, install, remove, system_wide
from frelt.app.settings import SettingsStore


def read(path: Path) -> configparser.SectionProxy:
    entry = configparser.ConfigParser(interpolation=None)
    entry.optionxform = str  # type: ignore[assignment, method-assign]
    entry.read(path)
    return entry["Desktop Entry"]


def test_entry_icon_and_kind_of_file_are_written_once_and_taken_away_whole(
    tmp_path: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    monkeypatch.delenv("FRELT_HOME", raising=False)
    monkeypatch.setenv("XDG_DATA_HOME", str(tmp_path))
    command = tmp_path / "my programs" / "frelt"
    written = install(command)
    assert len(written) == 4 and install(command) == ()
    entry = tmp_path / "applications" / f"{NAME}.desktop"
    own = read(entry)
    assert own["Exec"] == f'"{command}" %f' and own["TryExec"] == str(command) and own["Icon"] == NAME
    assert own["MimeType"] == "application/x-frelt+json;"
    assert (tmp_path / f"icons/hicolor/scalable/apps/{NAME}.svg").read_bytes().startswith(b"<svg")
    validate = shutil.which("desktop-file-validate")
    if validate is not None:
        done = subprocess.run([validate, str(entry)], capture_output=True, text=True, check=False)
        assert done.returncode == 0, done.stdout
    assert read(entry)["Exec"] != read((install(tmp_path / "frelt"), entry)[1])["Exec"]  # it moved: the entry follows
    assert len(remove()) == 4 and remove() == () and not entry.exists()


def test_a_checkout_puts_nothing_and_what_was_taken_out_stays_out(
    tmp_path: Path, monkeypatch: pytest.MonkeyPatch, capsys: pytest.CaptureFixture[str]
) -> None:
    assert desktop_entry.program() is None
    monkeypatch.setenv("XDG_DATA_DIRS", str(tmp_path))
    assert not system_wide()
    (tmp_path / "applications").mkdir()
    (tmp_path / "applications" / f"{NAME}.desktop").touch()
    assert system_wide()
    with pytest.raises(SystemExit) as ended:
        cli.main(["desktop"])
    assert ended.value.code == 64 and "checkout of the source" in capsys.readouterr().err
    with pytest.raises(SystemExit):
        cli.main(["desktop", "--remove"])
    assert not SettingsStore().value.menu
