"""frelt [FILE] opens the window; `frelt check`, `sheet`, `placard` and `drawing` do without one."""

import argparse
import gc
import os
import sys
import traceback
from collections.abc import Sequence
from pathlib import Path
from typing import TYPE_CHECKING, NamedTuple, NoReturn

import msgspec
from msgspec.structs import replace

from . import __version__
from .app.storage import load_told, write_atomically
from .core.base.text import plain
from .core.base.units import METRIC, US, Units
from .core.base.value import FreltError
from .core.judge.words import sentence
from .core.model.rig import Rig
from .core.report.report import RigReport, report
from .core.solve import solve

if TYPE_CHECKING:
    from .core.report.lines_json import LinesReport

OK, OVER, OPEN, BAD, CRASHED = 0, 1, 2, 64, 70


class _Parser(argparse.ArgumentParser):
    """Wrong usage ends with 64 (EX_USAGE), since 2 means something of its own here."""

    def error(self, message: str) -> NoReturn:
        self.print_usage(sys.stderr)
        self.exit(BAD, f"frelt: {message}\n")


def _writes(word: str, description: str, output: str) -> _Parser:
    """A parser of a command that writes one rig of a file."""
    parser = _Parser(f"frelt {word}", description=description)
    parser.add_argument("file", metavar="FILE")
    parser.add_argument("-o", "--output", metavar=output, required=True)
    parser.add_argument("--rig", metavar="ID", help="the rig of this id; the first unless given")
    parser.add_argument("--units", choices=("us", "metric"), default="us")
    return parser


def _parsers() -> dict[str, _Parser]:
    """By the word that comes first; the window has none."""
    window = _Parser("frelt", description="Plan pressure washing rigs: what they put on axles, tires and coupler.")
    window.add_argument(
        "file",
        nargs="?",
        help="a *.frelt.json document; also: frelt check -h, frelt sheet -h, frelt placard -h, frelt drawing -h, frelt things -h, frelt lines -h, frelt hold -h, frelt scale -h",
    )
    window.add_argument("--demo", action="store_true", help="open a copy of the demo shop's first rig")
    window.add_argument("--version", action="version", version=f"frelt {__version__}")
    check = _Parser("frelt check", description="Print every check with its worst state and fills.")
    check.add_argument("files", nargs="+", metavar="FILE")
    check.add_argument("--rig", metavar="ID", help="only the rig of this id")
    check.add_argument("--json", action="store_true", help="the report as JSON (docs/check-json.md)")
    check.add_argument("--units", choices=("us", "metric"), default="us")
    check.add_argument("--lenient", action="store_true", help="unknown and tight end with 0")
    sheet = _writes("sheet", "Write the load sheet of a rig as PDF.", "OUT.pdf")
    placard = _writes("placard", "Write the road fill of a rig as a placard (PDF).", "OUT.pdf")
    drawing = _writes(
        "drawing", "Write the bench of a rig as SVG, or as DXF in millimeters, by the name's end.", "OUT.svg|OUT.dxf"
    )
    drawing.add_argument(
        "--state", metavar="ID", default="", help="drawn in this state; in that of the worst check unless given"
    )
    drawing.add_argument("--carrier", metavar="ID", default="", help="of a pair, the one drawn; the trailer unless given")
    drawing.add_argument("--whole", action="store_true", help="of a pair, both from end to end")
    lines = _Parser(
        "frelt lines", description="Print what the lines of a rig give: each gun, pump and tank, and what is not right."
    )
    lines.add_argument("file", metavar="FILE")
    lines.add_argument("--rig", metavar="ID", help="only the rig of this id")
    lines.add_argument("--state", metavar="ID", help="at the fills of this state; with every tank full unless given")
    lines.add_argument("--json", action="store_true", help="everything as JSON (docs/lines-json.md)")
    lines.add_argument("--units", choices=("us", "metric"), default="us")
    hold = _Parser("frelt hold", description="Print how everything on a rig is held, and what comes loose.")
    hold.add_argument("file", metavar="FILE")
    hold.add_argument("--rig", metavar="ID", help="only the rig of this id")
    hold.add_argument("--json", action="store_true", help="everything as JSON (docs/hold-json.md)")
    hold.add_argument("--units", choices=("us", "metric"), default="us")
    scale = _Parser(
        "frelt scale", description="Print the first reading of a scale on a serial line that settles; or serve a simulated one."
    )
    scale.add_argument("port", metavar="PORT", nargs="?", help="such as /dev/ttyUSB0")
    scale.add_argument("--demo", action="store_true", help="serve a simulated scale on a pseudo-terminal, until it is stopped")
    scale.add_argument(
        "--load", type=float, action="append", help="what stands on a plate of it, in its unit; several for several plates"
    )
    scale.add_argument("--unit", choices=("lb", "kg"), default="lb")
    scale.add_argument(
        "--fail", choices=("garbled", "cut", "over", "unstable", "negative", "unit"), default="", help="what it does wrong"
    )
    scale.add_argument("--pattern", default="", help="how another scale's lines are read (docs/scale-line.md)")
    scale.add_argument(
        "--seconds", type=float, default=20.0, help="how long a reading is waited for, or the simulated one serves"
    )
    things = _writes("things", "Write the list of a rig's things as CSV or XLSX, by the name's end.", "OUT.csv|OUT.xlsx")
    desktop = _Parser("frelt desktop", description="Put Frelt into the desktop's menu for this user, or take it out.")
    desktop.add_argument("--remove", action="store_true", help="take the entry, the icon and the kind of file out again")
    return {
        "desktop": desktop,
        "": window,
        "check": check,
        "sheet": sheet,
        "placard": placard,
        "drawing": drawing,
        "things": things,
        "lines": lines,
        "scale": scale,
        "hold": hold,
    }


def main(arguments: Sequence[str] | None = None) -> NoReturn:
    """Run the command line and exit with its status."""
    given = list(sys.argv[1:] if arguments is None else arguments)
    parsers = _parsers()
    asked = given[0] if given and given[0] in parsers else ""
    if asked == "check":
        try:
            sys.exit(_check(parsers[asked].parse_args(given[1:])))
        except BrokenPipeError:  # the reader has seen enough, as `| head` does
            sys.stdout = open(os.devnull, "w")  # noqa: SIM115
            sys.exit(OPEN)
    if asked == "lines":
        sys.exit(_lines(parsers[asked].parse_args(given[1:])))
    if asked == "hold":
        from .app.hold import command as hold

        sys.exit(hold(parsers[asked].parse_args(given[1:])))
    if asked == "scale":
        from .app.scale_line import command

        sys.exit(command(parsers[asked].parse_args(given[1:]), OK, BAD))
    if asked == "desktop":
        sys.exit(_desktop(parsers[asked].parse_args(given[1:]).remove))
    if asked:
        sys.exit(_written(parsers[asked].parse_args(given[1:]), asked))
    options = parsers[""].parse_args(given)
    gc.disable()  # what is made while starting lives on: collecting it only delays the first frame
    from .ui.frame.start import start

    sys.exit(start(Path(options.file) if options.file else None, demo=options.demo))


class Judged(NamedTuple):
    """What one file came to: its reports, or why it could not be read.

    told: what of it was taken otherwise than it stands in the file.
    """

    file: str
    reports: tuple[RigReport, ...] = ()
    error: str = ""
    crashed: bool = False
    told: tuple[str, ...] = ()


def judge_file(file: str, rig_id: str | None, units: Units) -> Judged:
    """Every rig of a file, or the one asked for, judged. Errors come back as words, not raised."""
    try:
        read = load_told(Path(file))
        document = read.document
        rigs = document.rigs if rig_id is None else tuple(r for r in document.rigs if r.id == rig_id)
        if not rigs:
            wanted = f"the rig “{rig_id}”" if rig_id is not None else "at least one rig"
            return Judged(file, error=f"{file}: $.rigs: {[r.id for r in document.rigs]}; expected {wanted}")
        found = []
        for rig in rigs:
            solved = solve(rig)
            found.append(report(solved, {c.id: sentence(c, units) for c in solved.checks}, units))
        return Judged(file, tuple(found), told=read.told)
    except FreltError as err:
        return Judged(file, error=str(err))
    except Exception as err:  # one file that goes wrong in a way nobody thought of must not take the others along
        return Judged(file, error=f"{file}: {_unexpected(err)}", crashed=True)


def _unexpected(err: Exception) -> str:
    """What is said of an error that nobody thought of."""
    where = traceback.extract_tb(err.__traceback__)[-1]
    told = f"an unexpected error, {type(err).__name__} ({err}) at {Path(where.filename).name}:{where.lineno}"
    return f"{told}; this is Frelt's fault, not the file's"


def _check(options: argparse.Namespace) -> int:
    units = US if options.units == "us" else METRIC
    jobs = [(f, options.rig, units) for f in options.files]
    if len(jobs) == 1:
        judged = [judge_file(*jobs[0])]
    else:
        from concurrent.futures import ProcessPoolExecutor

        with ProcessPoolExecutor() as pool:
            judged = list(pool.map(judge_file, *zip(*jobs, strict=True)))
    for one in judged:
        if one.error:
            _complain(one.error)
        for words in one.told:
            _complain(f"{one.file}: {words}")
    if options.json:
        files = [{"file": j.file, "rigs": j.reports} for j in judged if not j.error]
        sys.stdout.write(msgspec.json.format(msgspec.json.encode(files), indent=1).decode() + "\n")
    else:
        for one in judged:
            for rig in one.reports:
                _print(one.file, rig)
    return exit_status(judged, options.lenient)


def exit_status(judged: Sequence[Judged], lenient: bool) -> int:
    """70 for an unexpected error, else 64 for bad input, else 1 where something breaks or can hurt, 2 where a plate is unread or
    anything is to be looked at (0 if lenient), else 0.
    """
    if any(j.crashed for j in judged):
        return CRASHED
    if any(j.error for j in judged):
        return BAD
    statuses = {r.status for j in judged for r in j.reports}
    if "over" in statuses:
        return OVER
    return OPEN if statuses & {"unknown", "tight"} and not lenient else OK


def _complain(words: str) -> None:
    """Say what is wrong; a table that is wrong in many rows takes a line each."""
    for line in words.split("\n"):
        print(f"frelt: {plain(line)}", file=sys.stderr)


def _print(file: str, rig: RigReport) -> None:
    print(plain(f"{file}: {rig.name}: {rig.status}, by {rig.limits_known} of {rig.limits} limits"))
    for check in rig.checks:
        custom = " (custom, not a plate)" if check.custom else ""
        print(plain(f"  {check.mark:<12}{check.words}{custom}"))
    if rig.weigh_first is not None and rig.status != "over":
        print(plain(f"  What would tell most: {rig.weigh_first.words}"))
    print("  A planning aid: weigh the rig before the road, and follow the makers' ratings.")


def _lines(options: argparse.Namespace) -> int:
    """What the lines of a file's rigs give. 1 where something breaks or can hurt, 2 where a thing cannot be known, else 0."""
    from .core.report.lines_json import lines_report

    units = US if options.units == "us" else METRIC
    try:
        read = load_told(Path(options.file))
        for words in read.told:
            _complain(f"{options.file}: {words}")
        rigs = _rigs(options, read.document.rigs)
        if options.state and not any(s.id == options.state for r in rigs for s in r.states):
            known = [s.id for r in rigs for s in r.states]
            raise FreltError(f"{options.file}: $.rigs: no state “{options.state}”; expected one of {known}")
        made = [lines_report(solve(r), units, options.state) for r in rigs]
    except FreltError as err:
        _complain(str(err))
        return BAD
    except Exception as err:
        _complain(f"{options.file}: {_unexpected(err)}")
        return CRASHED
    if options.json:
        sys.stdout.write(msgspec.json.format(msgspec.json.encode(made), indent=1).decode() + "\n")
    else:
        for one in made:
            _print_lines(one, units)
    if any(f.level in ("broken", "danger") and not f.doubt for r in made for f in r.findings):
        return OVER
    return OPEN if any(not r.solved or r.findings for r in made) else OK


def _print_lines(one: "LinesReport", units: Units) -> None:
    print(plain(f"{one.name}: {'as its handles stand' if one.solved else one.why}"))
    for gun in one.guns:
        flow, at = units.show(gun.flow, "flow"), units.show(gun.at_tip, "pressure")
        warm = f", {units.show(gun.celsius, 'temperature')}" if gun.celsius > 30 else ""
        strong = f", SH {units.show(gun.strength, 'share')}" if gun.strength else ""
        print(plain(f"  {gun.name:<12}{flow} at {at}{warm}{strong}" if gun.known else f"  {gun.name:<12}unknown: air is drawn"))
    for pump in one.pumps:
        if pump.runs and pump.flow is not None:
            margin = pump.margin_at_lowest_fill
            low = f"; its inlet keeps {units.show(margin, 'pressure')} at the lowest fill" if margin is not None else ""
            print(plain(f"  {pump.name}: {units.show(pump.flow, 'flow')} of {units.show(pump.whole, 'flow')}{low}"))
    for found in one.findings:
        print(plain(f"  {found.level if not found.doubt else 'look at':<12}{found.words}"))
    print("  A planning aid: a gauge at the gun and a bucket tell better; follow the makers' ratings.")


def _rigs(options: argparse.Namespace, rigs: Sequence[Rig]) -> list[Rig]:
    """The rigs of a file that are asked for. Raises FreltError where there are none."""
    found = [r for r in rigs if options.rig in (None, r.id)]
    if not found:
        wanted = f"one of {[r.id for r in rigs]}" if rigs else "at least one rig"
        raise FreltError(f"{options.file}: $.rigs: {f'no rig “{options.rig}”' if options.rig else 'none'}; expected {wanted}")
    return found


def _desktop(remove: bool) -> int:
    """Put the entry into the desktop's menu, or take it out."""
    from .app import desktop_entry
    from .app.settings import SettingsStore

    try:
        command = desktop_entry.program()
        if remove:
            done = desktop_entry.remove()
        elif command is None:
            raise FreltError("this is a checkout of the source; expected a program that was installed, by pipx say")
        else:
            done = desktop_entry.install(command)
        SettingsStore().change(menu=not remove)
    except (FreltError, OSError) as err:
        _complain(str(err))
        return BAD
    for path in done:
        print(plain(f"{'taken away' if remove else 'written'}: {path}"))
    if not done:
        print("nothing to do")
    return OK


def _written(options: argparse.Namespace, what: str) -> int:
    """Write the load sheet, the placard, the drawing or the list of things of a rig."""
    units, status = US if options.units == "us" else METRIC, OK
    try:
        read = load_told(Path(options.file))
        document = read.document
        for words in read.told:
            _complain(f"{options.file}: {words}")
        rigs = _rigs(options, document.rigs)
        if what == "sheet":
            from .paint.sheet import sheet_pdf

            made = sheet_pdf(document, rigs[0], units)
        elif what == "drawing":
            made = _drawn(rigs[0], units, options)
        elif what == "things":
            from .formats.things import things_file

            made = things_file(Path(options.output).suffix, solve(rigs[0]), units)
        else:
            from .core.liquids.fill_order import fill_order
            from .core.liquids.road_caps import road_caps
            from .paint.placard import draft_words, placard_pdf

            solved = solve(rigs[0])
            found = road_caps(solved)
            caps = found.shown
            if not caps:
                raise FreltError(f"{options.file}: {rigs[0].name}: {found.why}; expected a rig of which something may travel")
            made = placard_pdf(rigs[0], found, fill_order(solved, caps), units)
            status = OK if found.proved else OPEN
            if status:
                _complain(f"{options.file}: a draft: {draft_words(found)}")
        write_atomically(Path(options.output), made)
    except FreltError as err:
        _complain(str(err))
        return BAD
    except OSError as err:
        _complain(f"{options.output}: {err.strerror or err}; expected a place to write it")
        return BAD
    except Exception as err:
        _complain(f"{options.file}: {_unexpected(err)}; nothing was written")
        return CRASHED
    return status


def _drawn(rig: Rig, units: Units, options: argparse.Namespace) -> bytes:
    """The drawing of a rig, as the kind of file that its name's end says."""
    from .formats.drawing import drawing_file
    from .paint.pdf import application

    app = application()  # kept while there are fonts
    from .paint import fonts

    path, solved = Path(options.output), solve(rig)
    try:
        curb = replace(units, curb=rig.curb_side)
        return drawing_file(path.suffix, solved, fonts, curb, options.state, options.carrier, options.whole)
    except FreltError as err:
        raise FreltError(f"{path}: {err}") from err
    finally:
        del app
