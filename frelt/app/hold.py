"""`frelt hold`: how everything on the rigs of a file is held, printed or as JSON."""

import argparse
import sys
from pathlib import Path

import msgspec

from ..core.base.units import METRIC, US
from ..core.base.value import FreltError
from ..core.report.held_json import HoldReport, hold_report
from ..core.solve import solve
from .storage import load_told

OK, OVER, OPEN, BAD = 0, 1, 2, 64


def command(options: argparse.Namespace) -> int:
    """Print it. 1 where something comes loose or can hurt, 2 where something is unread or not said, 64 for bad input, else 0."""
    try:
        document = load_told(Path(options.file)).document
        rigs = [r for r in document.rigs if options.rig in (None, r.id)]
        if not rigs:
            raise FreltError(f"{options.file}: $.rigs: no rig “{options.rig}”; expected one of {[r.id for r in document.rigs]}")
        units = US if options.units == "us" else METRIC
        made = [hold_report(solve(r), units) for r in rigs]
    except FreltError as err:
        print(f"frelt: {err}", file=sys.stderr)
        return BAD
    if options.json:
        sys.stdout.write(msgspec.json.format(msgspec.json.encode(made), indent=1).decode() + "\n")
    else:
        for one in made:
            _print(one)
    if any(f.level in ("broken", "danger") and not f.doubt for r in made for f in r.findings):
        return OVER
    return OPEN if any(r.findings for r in made) else OK


def _print(one: HoldReport) -> None:
    print(one.name)
    for thing in one.things:
        worst = max((w for w in thing.ways if w.share is not None), key=lambda w: w.share or 0.0, default=None)
        far = (
            f", holds to {worst.holds_to:.2f} of its weight {worst.way}"
            if worst is not None and worst.holds_to is not None
            else ""
        )
        print(f"  {thing.status:<8} {thing.name}: {thing.how}{far}")
    for found in one.findings:
        print(f"  {'to read' if found.doubt else found.level:<8} {found.words}")
    print("  A planning aid: makers' ratings and the rules of the road come first.")
