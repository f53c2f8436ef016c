"""Where a day's water is right and where it is not solved yet: one tank of a liquid, no tap while it is drawn, one operator."""

from itertools import combinations

from ..kind.capability import can
from ..model.day import DRAWING, Act, Day
from ..model.liquid import Tint
from ..model.rig import Rig

UNSOLVED = "is not solved yet where {}"


def unsolved(rig: Rig, day: Day, tint: Tint) -> str:
    """Why what the day uses of a liquid, and what would have been enough, is not solved yet; empty where it is right."""
    tanks = [i for _, i, t in rig.tanks() if t.liquid.tint == tint and not i.built_in]
    drawing = [a for a in day.acts if a.kind in DRAWING]
    tap = [a for a in day.acts if a.kind == "fill" and any(_meet(a, d) for d in drawing)] if tint == "water" else []
    why = ""
    if len(tanks) > 1:
        why = "several tanks hold it"
    elif tap:
        why = "a tap runs while it is drawn"
    elif any(_meet(a, b) for a, b in combinations(drawing, 2)):
        why = "two operators draw at once"
    elif tint in ("water", "fuel") and any(_machines(rig, a) > 1 for a in drawing):
        why = "several machines run and nobody says which"
    return UNSOLVED.format(why) if why else ""


def _meet(a: Act, b: Act) -> bool:
    return a.start < b.end and b.start < a.end


def _machines(rig: Rig, act: Act) -> int:
    """How many things an act runs that draw."""
    able = [i.id for i in rig.items if not i.built_in and can(i, "wash")]
    return len([i for i in able if i in act.uses]) if act.uses else len(able)
