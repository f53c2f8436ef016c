"""The verdict: one plain sentence on a solved rig."""

from ..base.text import capital, uncapital
from ..base.units import Units
from ..judge.check import Check
from ..judge.words import sentence
from ..model.state import State
from ..solve import Solved


def speaking(solved: Solved) -> Check | None:
    """The check the verdict speaks of: the worst that is over, else the first unknown with a load, else the tightest."""
    checks = solved.checks
    if not checks or checks[0].status == "over":
        return checks[0] if checks else None
    loaded = [c for c in checks if c.status == "unknown" and not c.why]
    return loaded[0] if loaded else next((c for c in checks if c.status in ("tight", "ok") and c.load is not None), checks[0])


def spoken_state(solved: Solved) -> State | None:
    """The state of the check the verdict speaks of, else the first; None where there is none."""
    said, states = speaking(solved), solved.rig.states
    first = states[0] if states else None
    return next((s for s in states if said is not None and s.id == said.state), first)


def verdict(solved: Solved, units: Units) -> str:
    """One or two sentences: what is the tightest thing, by how much, in which state."""
    said = speaking(solved)
    if solved.loads is None:
        return f"{capital(solved.why)}." if solved.why else "There is nothing to judge yet."
    if said is None:
        return "There is nothing to judge yet."
    over = sum(c.status == "over" for c in solved.checks)
    known, counted = solved.known
    if said.status == "over":
        more = f" {over - 1} more {'check is' if over == 2 else 'checks are'} over." if over > 1 else ""
        return f"{sentence(said, units)}.{more}"
    unsolved = [c.subject for c in solved.checks if c.kind == "state" and c.why]
    tail = f" “{unsolved[0]}” is not solved yet." if unsolved and unsolved[0] != "States" else ""
    if said.status == "unknown":
        front = f"Nothing is over by {known} of {counted} limits; the others have no rating yet."
        if over:
            more = "1 more thing is" if over == 1 else f"{over} more things are"
            return f"{sentence(said, units)}. {known} of {counted} limits are known; {more} to look at."
        return f"{front} {sentence(said, units)}."
    if said.status == "tight":
        return f"Nothing is over. Tightest: {uncapital(sentence(said, units))}.{tail}"
    return f"Every limit holds in every fill. Nearest: {uncapital(sentence(said, units))}.{tail}"
