"""`frelt scale`: the first reading of a scale on a serial line that settles; or a simulated one, served."""

import argparse
import sys
import time

from ..app.scale_line import DEFAULT, WAIT, Simulated, lines, settled
from ..core.base.units import LB
from ..core.base.value import FreltError
from ..core.scale.line import pattern_of
from .common import BAD, OK


def command(options: argparse.Namespace) -> int:
    """Serve the simulated scale, or print the first reading of a real one."""
    begun = time.monotonic()
    if options.demo:
        return _served(options, begun)
    try:
        if not options.port:
            raise FreltError("no port is given; expected one such as /dev/ttyUSB0, or --demo")
        pattern = pattern_of(options.pattern) if options.pattern else None
        source = lines(options.port, still=lambda: time.monotonic() - begun < options.seconds)
        found = settled(
            source, pattern, options.unit, options.seconds, lambda why: print(why, file=sys.stderr), decimal=options.decimal
        )
    except FreltError as err:
        print(f"frelt scale: {err}", file=sys.stderr)
        return BAD
    print(f"{found.printed} {found.unit}" + (f"  plate {found.plate}" if found.plate else ""))
    return OK


def _served(options: argparse.Namespace, begun: float) -> int:
    each = LB if options.unit == "lb" else 1.0
    made = Simulated([x * each for x in options.load or (1760.0,)], options.unit, options.fail)
    print(f"{made.path}  a simulated scale; it serves until it is stopped", flush=True)
    try:
        plate = 0
        while options.seconds == DEFAULT or time.monotonic() - begun < options.seconds:
            made.send(plate)
            plate = (plate + 1) % max(len(options.load or ()), 1)
            time.sleep(WAIT)
    except KeyboardInterrupt:
        pass
    finally:
        made.close()
    return OK
