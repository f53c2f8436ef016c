"""`frelt hold`: how everything on the rigs of a file is held, printed or as JSON."""

import argparse

from ..core.base.text import plain
from ..core.report.held_json import HoldReport, hold_report
from ..core.solve import solve
from .common import OK, OPEN, OVER, document_and_rigs, ended, print_json, units_of


def command(options: argparse.Namespace) -> int:
    """Print it. 1 where something comes loose or can hurt, 2 where something is unread or not said, else 0."""
    return ended(options.file, lambda: _told(options))


def _told(options: argparse.Namespace) -> int:
    made = [hold_report(solve(r), units_of(options)) for r in document_and_rigs(options)[1]]
    if options.json:
        print_json(made)
    else:
        for one in made:
            _print(one)
    if any(f.level in ("broken", "danger") and not f.doubt for r in made for f in r.findings):
        return OVER
    return OPEN if any(r.findings for r in made) else OK


def _print(one: HoldReport) -> None:
    print(plain(one.name))
    for thing in one.things:
        worst = max((w for w in thing.ways if w.share is not None), key=lambda w: w.share or 0.0, default=None)
        far = (
            f", holds to {worst.holds_to:.2f} of its weight {worst.way}"
            if worst is not None and worst.holds_to is not None
            else ""
        )
        print(plain(f"  {thing.status:<8} {thing.name}: {thing.how}{far}"))
    for found in one.findings:
        print(plain(f"  {'to read' if found.doubt else found.level:<8} {found.words}"))
    print("  A planning aid: makers' ratings and the rules of the road come first.")
