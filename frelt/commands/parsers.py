"""What the command line takes, word by word."""

import argparse
import sys
from collections.abc import Callable
from math import isfinite
from typing import NoReturn

from .. import __version__

BAD = 64  # EX_USAGE
MOST = 100_000.0  # on one plate of a scale, in its unit


class _Parser(argparse.ArgumentParser):
    """Wrong usage ends with 64, since 2 means something of its own here."""

    def error(self, message: str) -> NoReturn:
        self.print_usage(sys.stderr)
        self.exit(BAD, f"frelt: {message}\n")


def window() -> argparse.ArgumentParser:
    """What the window takes."""
    made = _Parser("frelt", description="Plan pressure washing rigs: what they put on axles, tires and coupler.")
    others = ", ".join(f"frelt {word} -h" for word in COMMANDS)
    made.add_argument("file", nargs="?", help=f"a *.frelt.json document; also: {others}")
    made.add_argument("--demo", action="store_true", help="open a copy of the demo shop's first rig")
    made.add_argument("--version", action="version", version=f"frelt {__version__}")
    return made


def _check() -> _Parser:
    made = _Parser("frelt check", description="Print every check with its worst state and fills.")
    made.add_argument("files", nargs="+", metavar="FILE")
    made.add_argument("--lenient", action="store_true", help="unknown and tight end with 0")
    return _of_rigs(made, "the report as JSON (docs/check-json.md)")


def _of_rigs(made: _Parser, json: str) -> _Parser:
    made.add_argument("--rig", metavar="ID", help="only the rig of this id")
    made.add_argument("--json", action="store_true", help=json)
    made.add_argument("--units", choices=("us", "metric"), default="us")
    return made


def _writes(word: str, description: str, output: str) -> _Parser:
    """A parser of a command that writes one rig of a file."""
    made = _Parser(f"frelt {word}", description=description)
    made.set_defaults(word=word)
    made.add_argument("file", metavar="FILE")
    made.add_argument("-o", "--output", metavar=output, required=True)
    made.add_argument("--force", action="store_true", help="replace another kind of file that stands there; never a rig")
    made.add_argument("--rig", metavar="ID", help="the rig of this id; the first unless given")
    made.add_argument("--units", choices=("us", "metric"), default="us")
    return made


def _drawing() -> _Parser:
    what = "Write the bench of a rig as SVG, or as DXF in millimeters, by the name's end."
    made = _writes("drawing", what, "OUT.svg|OUT.dxf")
    made.add_argument("--state", metavar="ID", default="", help="drawn in this state; in that of the worst check unless given")
    made.add_argument("--carrier", metavar="ID", default="", help="of a pair, the one drawn; the trailer unless given")
    made.add_argument("--whole", action="store_true", help="of a pair, both from end to end")
    return made


def _lines() -> _Parser:
    what = "Print what the lines of a rig give: each gun, pump and tank, and what is not right."
    made = _Parser("frelt lines", description=what)
    made.add_argument("file", metavar="FILE")
    made.add_argument("--state", metavar="ID", help="at the fills of this state; with every tank full unless given")
    return _of_rigs(made, "everything as JSON (docs/lines-json.md)")


def _hold() -> _Parser:
    made = _Parser("frelt hold", description="Print how everything on a rig is held, and what comes loose.")
    made.add_argument("file", metavar="FILE")
    return _of_rigs(made, "everything as JSON (docs/hold-json.md)")


def _figure(text: str) -> float:
    try:
        value = float(text)
    except ValueError:
        value = -1.0
    if not isfinite(value) or value < 0:
        raise argparse.ArgumentTypeError(f"{text} is no figure that can be meant; expected such as 20")
    return value


def _load(text: str) -> float:
    value = _figure(text)
    if value > MOST:
        raise argparse.ArgumentTypeError(f"{text} is more than any road scale weighs; expected at most {MOST:,.0f}")
    return value


def _scale() -> _Parser:
    what = "Print the first reading of a scale on a serial line that settles; or serve a simulated one."
    made = _Parser("frelt scale", description=what)
    made.add_argument("port", metavar="PORT", nargs="?", help="such as /dev/ttyUSB0")
    made.add_argument("--demo", action="store_true", help="serve a simulated scale on a pseudo-terminal, until it is stopped")
    made.add_argument(
        "--load", type=_load, action="append", help="what stands on a plate of it, in its unit; several for several plates"
    )
    made.add_argument("--unit", choices=("lb", "kg"), default="lb")
    made.add_argument(
        "--fail", choices=("garbled", "cut", "over", "unstable", "negative", "unit"), default="", help="what it does wrong"
    )
    made.add_argument("--pattern", default="", help="how another scale's lines are read (docs/scale-line.md)")
    made.add_argument(
        "--decimal", choices=("point", "comma"), default="", help="the decimal sign of its figures, where they have one"
    )
    made.add_argument(
        "--seconds", type=_figure, default=20.0, help="how long a reading is waited for, or the simulated one serves"
    )
    return made


def _desktop() -> _Parser:
    made = _Parser("frelt desktop", description="Put Frelt into the desktop's menu for this user, or take it out.")
    made.add_argument("--remove", action="store_true", help="take the entry, the icon and the kind of file out again")
    return made


# by the word that comes first: the file beside this one that does it, and what it takes
COMMANDS: dict[str, tuple[str, Callable[[], _Parser]]] = {
    "check": ("check", _check),
    "sheet": ("written", lambda: _writes("sheet", "Write the load sheet of a rig as PDF.", "OUT.pdf")),
    "placard": ("written", lambda: _writes("placard", "Write the road fill of a rig as a placard (PDF).", "OUT.pdf")),
    "drawing": ("written", _drawing),
    "things": (
        "written",
        lambda: _writes("things", "Write the list of a rig's things as CSV or XLSX, by the name's end.", "OUT.csv|OUT.xlsx"),
    ),
    "lines": ("lines", _lines),
    "hold": ("hold", _hold),
    "scale": ("scale", _scale),
    "desktop": ("desktop", _desktop),
}
