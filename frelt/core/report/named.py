"""What everything that a finding is about is called."""

from ..model.rig import Rig
from ..model.tank_names import tank_names


def names_of(rig: Rig) -> dict[str, str]:
    """What everything that a finding is about is called, tanks by their addresses."""
    made = {i.id: i.name for i in rig.items} | tank_names(rig)
    made |= {f.id: f.name or f.kind for f in rig.plumbing.fittings}
    return made | {drawn.id: drawn.name or f"line {drawn.id}" for drawn in rig.plumbing.lines}
