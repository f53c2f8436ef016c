"""What the road may ask of a rig by its weights, to be looked up. Frelt points at law, it does not rule on it."""

from collections.abc import Iterator
from typing import TYPE_CHECKING

from ..base.figure import rated
from ..base.units import Units
from ..judge.words import ASK
from ..model.carrier import Trailer
from ..model.rules import Threshold

if TYPE_CHECKING:
    from ..solve import Solved


def notes(solved: "Solved", units: Units) -> tuple[str, ...]:
    """Sentences on what to look up for this rig, by its rules."""
    return tuple(_notes(solved, units))


def _notes(solved: "Solved", units: Units) -> Iterator[str]:
    for threshold in solved.rig.rules.thresholds:
        mass = _mass(solved, threshold)
        if mass is not None and mass >= threshold.mass:
            yield f"At {units.show(mass, 'mass')} ({_of(threshold)}): {threshold.words} ({threshold.source}); {ASK}."


def _of(threshold: Threshold) -> str:
    if threshold.of == "fuel and SH":
        return "fuel and SH, with their tanks full"
    return "gross ratings added up" if threshold.of == "ratings" else f"{threshold.of} at its heaviest"


def _mass(solved: "Solved", threshold: Threshold) -> float | None:
    rig, loads = solved.rig, solved.loads
    if threshold.of == "fuel and SH":
        return sum(
            t.capacity.value * t.liquid.density.value
            for _, i, t in rig.tanks()
            if t.liquid.role in ("fuel", "SH") and not i.built_in
        )
    if threshold.of == "ratings":
        known = [rated(c.ratings.gross) for c in rig.carriers]
        return sum(k for k in known if k is not None) if known and None not in known else None
    if loads is None:
        return None
    wanted = [
        c for c in rig.carriers if threshold.of == "laden rig" or isinstance(c, Trailer) == (threshold.of == "laden trailer")
    ]
    if not wanted:
        return None
    heaviest = 0.0
    for s, state in enumerate(rig.states):
        if state.road:
            moments = loads.moments_at(s, loads.table.high[s])
            heaviest = max(heaviest, sum(float(moments[loads.columns.starts[c.id]]) for c in wanted))
    return heaviest
