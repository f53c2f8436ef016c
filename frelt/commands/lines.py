"""`frelt lines`: what the lines of a file's rigs give, printed or as JSON."""

import argparse

from ..core.base.text import plain
from ..core.base.units import Units
from ..core.base.value import FreltError
from ..core.report.lines_json import LinesReport, lines_report
from ..core.solve import solve
from .common import OK, OPEN, OVER, document_and_rigs, ended, print_json, units_of


def command(options: argparse.Namespace) -> int:
    """Print it. 1 where something breaks or can hurt, 2 where a thing cannot be known, else 0."""
    return ended(options.file, lambda: _told(options))


def _told(options: argparse.Namespace) -> int:
    units = units_of(options)
    _, rigs = document_and_rigs(options)
    if options.state and not any(s.id == options.state for r in rigs for s in r.states):
        known = [s.id for r in rigs for s in r.states]
        raise FreltError(f"{options.file}: $.rigs: no state “{options.state}”; expected one of {known}")
    made = [lines_report(solve(r), units, options.state) for r in rigs]
    if options.json:
        print_json(made)
    else:
        for one in made:
            _print(one, units)
    if any(f.level in ("broken", "danger") and not f.doubt for r in made for f in r.findings):
        return OVER
    return OPEN if any(not r.solved or r.findings for r in made) else OK


def _print(one: LinesReport, units: Units) -> None:
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
