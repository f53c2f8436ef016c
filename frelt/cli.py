"""frelt [FILE] opens the window; `frelt check`, `sheet`, `placard`, `drawing` and others do without one."""

import gc
import os
import sys
from collections.abc import Sequence
from importlib import import_module
from pathlib import Path
from typing import NoReturn

from . import libraries


def begin() -> None:
    """What comes before the window's own code: Qt's libraries are on their way while the core is loaded."""
    gc.disable()  # what is made while starting lives on: collecting it only delays the first frame
    libraries.ahead()
    import_module("frelt.app.session")


def main(arguments: Sequence[str] | None = None) -> NoReturn:
    """Run the command line and exit with its status."""
    from .commands import parsers

    given = list(sys.argv[1:] if arguments is None else arguments)
    if given and given[0] in parsers.COMMANDS:
        name, parser = parsers.COMMANDS[given[0]]
        options = parser().parse_args(given[1:])
        try:
            sys.exit(import_module(f"frelt.commands.{name}").command(options))
        except BrokenPipeError:  # the reader has seen enough, as `| head` does
            sys.stdout = open(os.devnull, "w")  # noqa: SIM115
            sys.exit(2)
    options = parsers.window().parse_args(given)
    begin()
    from .ui.frame.start import start

    sys.exit(start(Path(options.file) if options.file else None, demo=options.demo))
