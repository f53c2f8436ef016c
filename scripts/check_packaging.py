"""Validate the desktop, MIME and AppStream files with the desktop's own tools. Usage: in ./run lint."""

import shutil
import subprocess
import sys
import tempfile
from pathlib import Path

PACKAGING = Path(__file__).resolve().parent.parent / "frelt" / "data" / "desktop"


def run(*command: str) -> None:
    done = subprocess.run(command, capture_output=True, text=True, check=False)
    if done.returncode:
        sys.exit(f"{' '.join(command)}\n{done.stdout}{done.stderr}")
    print(f"ok {command[0]}")


run("desktop-file-validate", str(PACKAGING / "org.frelt.Frelt.desktop"))
run("appstreamcli", "validate", "--no-net", str(PACKAGING / "org.frelt.Frelt.metainfo.xml"))
with tempfile.TemporaryDirectory() as folder:
    packages = Path(folder) / "mime/packages"
    packages.mkdir(parents=True)
    shutil.copy(PACKAGING / "org.frelt.Frelt.xml", packages)
    run("update-mime-database", str(Path(folder) / "mime"))
    if "*.frelt.json" not in (Path(folder) / "mime/globs2").read_text():
        sys.exit("update-mime-database did not take *.frelt.json")
