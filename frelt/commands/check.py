"""`frelt check`: every rig of some files judged, printed or as JSON."""

import argparse
from collections.abc import Sequence
from pathlib import Path
from typing import NamedTuple

from ..app.storage import load_told
from ..core.base.text import plain
from ..core.base.units import Units
from ..core.base.value import FreltError
from ..core.judge.words import sentence
from ..core.report.report import RigReport, report
from ..core.solve import solve
from .common import BAD, CRASHED, OK, OPEN, OVER, complain, print_json, unexpected, units_of


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
        return Judged(file, error=f"{file}: {unexpected(err)}", crashed=True)


def command(options: argparse.Namespace) -> int:
    """Print it; several files are judged at the same time."""
    jobs = [(f, options.rig, units_of(options)) for f in options.files]
    if len(jobs) == 1:
        judged = [judge_file(*jobs[0])]
    else:
        from concurrent.futures import ProcessPoolExecutor

        with ProcessPoolExecutor() as pool:
            judged = list(pool.map(judge_file, *zip(*jobs, strict=True)))
    for one in judged:
        if one.error:
            complain(one.error)
        for words in one.told:
            complain(f"{one.file}: {words}")
    if options.json:
        print_json([{"file": j.file, "rigs": j.reports} for j in judged if not j.error])
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


def _print(file: str, rig: RigReport) -> None:
    print(plain(f"{file}: {rig.name}: {rig.status}, by {rig.limits_known} of {rig.limits} limits"))
    for check in rig.checks:
        custom = " (custom, not a plate)" if check.custom else ""
        print(plain(f"  {check.mark:<12}{check.words}{custom}"))
    if rig.weigh_first is not None and rig.status != "over":
        print(plain(f"  What would tell most: {rig.weigh_first.words}"))
    print("  A planning aid: weigh the rig before the road, and follow the makers' ratings.")
