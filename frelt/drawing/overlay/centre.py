"""Where a carrier's centre of gravity is at the fills drawn."""

from collections.abc import Mapping

from ...core.solve import Solved


def centre_shown(solved: Solved, state_id: str, fills: Mapping[str, float], carrier: str) -> tuple[float, float, float] | None:
    """x, y, z of a carrier's centre of gravity at the fills drawn [m]; None where there are no loads, or nothing weighs."""
    loads = solved.loads
    if loads is None:
        return None
    s = solved.rig.state_number(state_id)
    return loads.centre_at(carrier, s, loads.fills_shown(s, fills))
