"""Edits of states: fills and their ranges."""

from msgspec.structs import replace

from ..model.rig import Rig
from ..model.state import FillRange


def set_fill(rig: Rig, state_id: str, address: str, fill: FillRange) -> Rig:
    """The rig with one state's range of one tank set, and of those joined to it; low ends above high ones are pulled down to it."""
    low = min(fill.low, fill.high)
    tidy = replace(fill, low=low)
    together = dict.fromkeys([address, *(t for j in rig.joined if address in j.tanks for t in j.tanks)], tidy)
    states = tuple(replace(s, fills={**s.fills, **together}) if s.id == state_id else s for s in rig.states)
    return replace(rig, states=states)
