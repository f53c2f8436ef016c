"""A drawing as the file that its name asks for."""

from ..core.base.units import Units
from ..core.base.value import FreltError
from ..core.solve import Solved
from ..drawing.overlay.lettering import Lettering
from ..drawing.page import drawing_of


def drawing_file(
    ending: str, solved: Solved, lettering: Lettering, units: Units, state: str = "", carrier: str = "", whole: bool = False
) -> bytes:
    """The bytes of an SVG or DXF of a rig (see `drawing_of`). ending: of the file's name.

    Raises FreltError for another ending, or where there is no such state or carrier.
    """
    if ending.lower() not in (".svg", ".dxf"):
        raise FreltError(f"{ending or 'no ending'}; expected a name that ends with .svg or .dxf")
    made = drawing_of(solved, lettering, units, state, carrier, whole)
    if ending.lower() == ".svg":
        from .svg import svg

        return svg(made, lettering)
    from .dxf import dxf

    return dxf(made, lettering)
