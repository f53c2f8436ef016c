"""`frelt sheet`, `placard`, `drawing` and `things`: one rig of a file, written."""

import argparse
from pathlib import Path

from msgspec.structs import replace

from ..app.outputs import may_write, write_output
from ..core.base.units import Units
from ..core.base.value import FreltError
from ..core.model.document import Document
from ..core.model.rig import Rig
from ..core.solve import solve
from .common import OK, OPEN, complain, document_and_rigs, ended, units_of


def command(options: argparse.Namespace) -> int:
    """Write it whole or not at all. 2 for a placard that is a draft, else 0."""
    return ended(options.file, lambda: _written(options), "; nothing was written")


def _written(options: argparse.Namespace) -> int:
    document, rigs = document_and_rigs(options)
    may_write(Path(options.output), Path(options.file))
    made, status = _made(options, document, rigs[0], units_of(options))
    write_output(Path(options.output), made, options.force, Path(options.file))
    return status


def _made(options: argparse.Namespace, document: Document, rig: Rig, units: Units) -> tuple[bytes, int]:
    match options.word:
        case "sheet":
            from ..paint.sheet import sheet_pdf

            return sheet_pdf(document, rig, units), OK
        case "drawing":
            return _drawn(rig, units, options), OK
        case "things":
            from ..formats.things import things_file

            return things_file(Path(options.output).suffix, solve(rig), units), OK
    return _placard(options, rig, units)


def _placard(options: argparse.Namespace, rig: Rig, units: Units) -> tuple[bytes, int]:
    """A placard, a draft where its fills are not proved."""
    from ..core.liquids.fill_order import fill_order
    from ..core.liquids.road_caps import road_caps
    from ..paint.placard import draft_words, placard_pdf

    solved = solve(rig)
    found = road_caps(solved)
    if not found.shown:
        raise FreltError(f"{options.file}: {rig.name}: {found.why}; expected a rig of which something may travel")
    if not found.proved:
        complain(f"{options.file}: a draft: {draft_words(found)}")
    return placard_pdf(rig, found, fill_order(solved, found.shown), units), OK if found.proved else OPEN


def _drawn(rig: Rig, units: Units, options: argparse.Namespace) -> bytes:
    """The drawing of a rig, as the kind of file that its name's end says."""
    from ..formats.drawing import drawing_file
    from ..paint.pdf import application

    app = application()  # kept while there are fonts
    from ..paint import fonts

    path, solved = Path(options.output), solve(rig)
    try:
        curb = replace(units, curb=rig.curb_side)
        return drawing_file(path.suffix, solved, fonts, curb, options.state, options.carrier, options.whole)
    except FreltError as err:
        raise FreltError(f"{path}: {err}") from err
    finally:
        del app
