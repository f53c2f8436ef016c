"""The verdict: one plain sentence on a solved rig, and how many more there are."""

from collections.abc import Sequence

from ..base.text import capital, joined, uncapital
from ..base.units import Units
from ..judge.check import Check
from ..judge.marks import counted, is_broken, is_open, is_taken_on, mark_of
from ..judge.words import sentence
from ..model.state import State
from ..solve import Solved


def speaking(solved: Solved) -> Check | None:
    """The check the verdict speaks of: the gravest that is open, else the nearest load."""
    return first_of(solved.checks)


def first_of(checks: Sequence[Check]) -> Check | None:
    """Of some checks in their order the one to speak of: the gravest that is open, else the nearest load, else the first."""
    first = checks[0] if checks else None
    if first is None or (is_open(first) and mark_of(first) != "unknown"):
        return first
    if is_open(first):  # of unread plates one that says what it carries
        return next((c for c in checks if mark_of(c) == "unknown" and not c.why), first)
    return next((c for c in checks if c.load is not None and c.state), first)


def drawn(solved: Solved) -> Check | None:
    """The check whose state and fills are drawn: the one spoken of where it is a load, else the gravest load."""
    said = speaking(solved)
    if said is not None and said.state:
        return said
    return next((c for c in solved.checks if c.state and c.load is not None), said)


def spoken_state(solved: Solved) -> State | None:
    """The state that is drawn, else the first; None where there is none."""
    said, states = drawn(solved), solved.rig.states
    first = states[0] if states else None
    return next((s for s in states if said is not None and s.id == said.state), first)


def verdict(solved: Solved, units: Units) -> str:
    """One sentence on what is gravest, then how many others there are by level."""
    said = speaking(solved)
    if solved.loads is None and (said is None or not is_broken(said)):
        return f"{capital(solved.why)}." if solved.why else "There is nothing to judge yet."
    return spoken(solved.checks, said, units, () if said is None or is_open(said) else _no_plate(solved))


def _no_plate(solved: Solved) -> tuple[str, ...]:
    from ..liquids.on_the_road import bare  # asked only where all else holds

    return bare(solved)


def spoken(checks: Sequence[Check], said: Check | None, units: Units, no_plate: Sequence[str] = ()) -> str:
    """The sentence on one of some checks, then how many others there are by level. no_plate: what has none to be right by."""
    if said is None:
        return "There is nothing to judge yet."
    others = counted(checks, said)
    rest = f" {capital(others)}." if others else ""
    if not is_open(said):
        every = "Every other limit holds" if any(is_taken_on(c) for c in checks) else "Every limit holds"
        every = f"{every} in every fill{f', but no plate says what is right for {joined(list(no_plate))}' if no_plate else ''}"
        return f"{every}. Nearest: {uncapital(sentence(said, units))}.{rest}"
    front = {"tight": "Nothing is over. Tightest: ", "advice": "Nothing is over. Look at this: "}.get(mark_of(said), "")
    words = sentence(said, units)
    return f"{front}{uncapital(words) if said.state and front else words}.{rest}"  # a thing keeps the name it has
