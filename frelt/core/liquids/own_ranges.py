"""Which question the caps answer, and which the states answer by their own ranges: told together, so that they are no two truths."""

from ..base.text import joined
from ..judge.status import GRAVE
from ..solve import Solved
from .on_the_road import road_states
from .road_fill import RoadFill


def right_with_more(solved: Solved, found: RoadFill) -> tuple[str, ...]:
    """Names of the states on the road that hold, with reserve, though they allow more of some tank than its cap: their ranges are
    narrower than those of the caps.
    """
    loads = solved.loads
    if loads is None:
        return ()
    number = {t.address: i for i, t in enumerate(loads.table.tanks)}
    names = []
    for s in road_states(solved.rig):
        state = solved.rig.states[s]
        more = any(loads.table.high[s, number[c.tank.address]] > c.fill + 1e-3 for c in found.shown if c.tank.address in number)
        grave = [c for c in solved.by_state.get(state.id, ()) if (c.level or "broken") in GRAVE and c.accepted is None]
        if more and all(c.status in ("ok", "unknown") for c in grave):
            names.append(state.name)
    return tuple(names)


def which_question(solved: Solved, found: RoadFill) -> str:
    """What the caps are good for, and which states are right with more; empty where there are no caps."""
    if not found.shown or found.exact:
        return ""
    said = "They are for every mix at once: each tank anywhere from drawn down to its line."
    more = [f"“{n}”" for n in right_with_more(solved, found)]
    if more:
        verb = "is" if len(more) == 1 else "are"
        said += f" {joined(more)} {verb} right with more in a tank, since {'its' if len(more) == 1 else 'their'} own ranges leave other mixes out."
    return said
