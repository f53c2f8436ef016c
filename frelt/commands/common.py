"""What every command shares: how it ends, how the rigs of a file are read for it, how what is wrong is told."""

import argparse
import sys
import traceback
from collections.abc import Callable
from pathlib import Path
from typing import Any

import msgspec

from ..app.storage import load_told
from ..core.base.text import plain
from ..core.base.units import METRIC, US, Units
from ..core.base.value import FreltError
from ..core.model.document import Document
from ..core.model.rig import Rig

OK, OVER, OPEN, BAD, CRASHED = 0, 1, 2, 64, 70


def ended(file: str, work: Callable[[], int], otherwise: str = "") -> int:
    """What some work ends with; 64 where it refuses its input, 70 where it goes wrong in a way nobody thought of, both told."""
    try:
        return work()
    except FreltError as err:
        complain(str(err))
        return BAD
    except BrokenPipeError:
        raise
    except Exception as err:
        complain(f"{file}: {unexpected(err)}{otherwise}")
        return CRASHED


def complain(words: str) -> None:
    """Say what is wrong; a table that is wrong in many rows takes a line each."""
    for line in words.split("\n"):
        print(f"frelt: {plain(line)}", file=sys.stderr)


def unexpected(err: Exception) -> str:
    """What is said of an error that nobody thought of."""
    where = traceback.extract_tb(err.__traceback__)[-1]
    told = f"an unexpected error, {type(err).__name__} ({err}) at {Path(where.filename).name}:{where.lineno}"
    return f"{told}; this is Frelt's fault, not the file's"


def units_of(options: argparse.Namespace) -> Units:
    """The units that are asked for."""
    return US if options.units == "us" else METRIC


def document_and_rigs(options: argparse.Namespace) -> tuple[Document, list[Rig]]:
    """A file, and those of its rigs that are asked for. Raises FreltError where there are none."""
    read = load_told(Path(options.file))
    for words in read.told:
        complain(f"{options.file}: {words}")
    rigs = read.document.rigs
    found = [r for r in rigs if options.rig in (None, r.id)]
    if not found:
        wanted = f"one of {[r.id for r in rigs]}" if rigs else "at least one rig"
        raise FreltError(f"{options.file}: $.rigs: {f'no rig “{options.rig}”' if options.rig else 'none'}; expected {wanted}")
    return read.document, found


def print_json(value: Any) -> None:
    """Print a value as JSON, indented."""
    sys.stdout.write(msgspec.json.format(msgspec.json.encode(value), indent=1).decode() + "\n")
