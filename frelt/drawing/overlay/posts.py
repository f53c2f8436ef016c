"""Load posts: where the load goes to the ground, and what is known of it."""

from collections.abc import Mapping, Sequence

from msgspec import Struct

from ...core.base.arrays import Array
from ...core.base.units import Units
from ...core.judge.check import Check, named
from ...core.model.carrier import Carrier
from ...core.solve import Solved
from ...core.statics.forks import LEFT, MASS, RIGHT, skids
from ...core.statics.loads import Loads
from ...core.statics.supports import Condition
from ..layout import Box, Sheet
from ..views import hitch_shift

BAR = 34.0
COLUMN = 121.0
NARROW = 92.0  # the least width of a column
NARROW_BAR = 26.0
MANY = 6
RATED_AT = 0.83  # height of the rating line, share of a bar


class Post(Struct, frozen=True):
    """One post. x: where the load meets the ground [px].  now, low, high: [kg].  check: its limit in scope.

    rating: what its plate says [kg]; None where it is not known.  decided: it has no plate, which somebody has said.
    most: high with what nobody counted, where the plate is unread also with the ± of both [kg].  typical: what its class usually has on an unread plate [kg].
    """

    name: str
    x: float
    now: float
    low: float
    high: float
    check: Check | None
    field: str
    rear: bool = False
    rating: float | None = None
    decided: bool = False
    most: float = 0.0
    typical: float | None = None


HITCHES = ("coupler:tongue", "ball:tongue", "receiver:tongue")


def posts(
    solved: Solved,
    sheet: Sheet,
    scope: Sequence[Check],
    state_shown: str,
    fills: Mapping[str, float],
    carrier: Carrier,
    units: Units,
) -> list[Post]:
    """Posts of hitch, jack, every axle and the two sides of the carrier drawn, by the checks in scope."""
    loads, rig = solved.loads, solved.rig
    if loads is None:
        return []
    s = rig.state_number(state_shown)
    if rig.states[s].condition == "lifted":
        return fork_posts(solved, sheet, state_shown, carrier, units)
    case = loads.standing("parked" if rig.states[s].condition == "parked" else "hitched") or next(iter(loads.cases), None)
    if case is None:  # what stands on the shop's floor stands on no wheels
        return []
    numbers: dict[str, list[int]] = {}
    for m, lim in enumerate(loads.limits):
        numbers.setdefault(lim.id, []).append(m)
    found = _Found(loads, case.condition, s, loads.fills_shown(s, fills), {c.id: c for c in scope}, numbers)
    shift = hitch_shift(rig, carrier) or 0.0
    made = []

    def at(owner: Carrier, x: float) -> float:
        return sheet.px("side", x + (0.0 if owner is carrier else shift), 0)[0]

    trailer = rig.trailer
    if trailer is not None and case.condition == "hitched":
        name = "Coupler" if rig.vehicle is None else "Ball"
        made.append(found.post(name, at(trailer, trailer.coupler_x), [h for h in HITCHES if found.has(h)]))
    elif trailer is not None and found.has("jack"):
        made.append(found.post("Jack", at(trailer, trailer.jack_x or 0.0), ["jack"]))
    for owner in rig.carriers:
        if owner is not carrier and case.condition == "parked":
            continue
        for axle in owner.axles:
            made.append(found.post(named(rig, owner, axle), at(owner, axle.x), [f"axle:{axle.id}"]))
    made.sort(key=lambda post: post.x)
    for side in ("left", "right"):
        word = units.side(side).capitalize()
        ids = [f"tire:{a.id}/{side}" for a in carrier.axles]
        half = carrier.axles[-1].track / 2 * (1 if side == "right" else -1)
        curb = ", curb" if side == rig.curb_side and units.sides == "left, right" else ""
        name = f"{word} tire{'s' if any(a.tires.each_end > 1 for a in carrier.axles) else ''}{curb}"
        made.append(found.post(name, sheet.px("rear", half, 0)[0], ids, rear=True))
    return made


def fork_posts(solved: Solved, sheet: Sheet, state_id: str, carrier: Carrier, units: Units) -> list[Post]:
    """A lifted skid: its mass at the heel of the forks against what the forklift carries there, and each fork."""
    rig = solved.rig
    listed = {one.skid: one for one in solved.lifted if one.state == state_id}
    made = []
    for skid in skids(rig):
        one = listed.get(skid.id)
        if one is None or solved.frames.carrier_of[skid.id] != carrier.id:
            continue
        x, y, _ = solved.frames.items[skid.id].at
        check = solved.check(f"forks:{skid.id}:{state_id}")
        heel = sheet.px("side", x + skid.length.value / 2, 0)[0]
        most = check.limit if check is not None else None
        low, high = float(one.least[MASS]), float(one.greatest[MASS])
        made.append(Post("Forks", heel, one.now.mass, low, high, check, "", False, most, most=high))
        half = None if most is None else most / 2
        for side, q, load, sign in zip(("left", "right"), (LEFT, RIGHT), one.now.fork_loads(one.apart), (-1, 1), strict=True):
            name = f"{units.side(side).capitalize()} fork"
            at = sheet.px("rear", y + sign * one.apart / 2, 0)[0]
            low, high = float(one.least[q]), float(one.greatest[q])
            made.append(Post(name, at, load, low, high, check, "", True, half, most=high))
    return made


class _Found(Struct, frozen=True):
    """The limits of one condition in one state, by id, with the checks in scope."""

    loads: Loads
    condition: Condition
    s: int
    shown: Array
    checks: dict[str, Check]
    of_id: dict[str, list[int]]  # where limits of an id stand, in every condition

    def numbers(self, limit_id: str) -> list[int]:
        """Where a limit of that id stands in this condition; twice with bars."""
        return [m for m in self.of_id.get(limit_id, ()) if self.loads.limits[m].condition == self.condition]

    def has(self, limit_id: str) -> bool:
        """Whether there is such a limit here."""
        return bool(self.numbers(limit_id))

    def post(self, name: str, x: float, ids: list[str], rear: bool = False) -> Post:
        """A post of the worst of some limits: its load at the fills shown, and its span over every state it is judged in."""
        judged = [self.checks[i] for i in ids if i in self.checks]
        worst = min(judged, key=lambda c: c.rank) if judged else None
        chosen = worst.id if worst is not None else ids[0]
        m = self.numbers(chosen)[-1]
        now = self.loads.load_at(m, self.s, self.shown)
        low = high = now
        for i in self.of_id[chosen]:
            states = self.loads.applies[:, i]
            if states.any():
                low = min(low, float(self.loads.least.value[states, i].min()))
                high = max(high, float(self.loads.greatest.value[states, i].max()))
        limit = self.loads.limits[m]
        more = 0.0
        if worst is not None and worst.load is not None and worst.upper is not None and worst.with_rest is not None:
            more = (worst.with_rest if limit.known else worst.upper) - worst.load
        return Post(name, x, now, low, high, worst, limit.field, rear, limit.high, not limit.counts, high + more, limit.typical)


def place_posts(made: Sequence[Post], area: Box) -> list[Box]:
    """A column for each post as near to its wheel as its neighbours let it, in the order of the drawing."""
    wide = min(COLUMN, max(NARROW, area.width / max(len(made), 1)))
    order = sorted(range(len(made)), key=lambda n: (made[n].rear, made[n].x))
    lefts = [max(made[n].x - BAR / 2, area.left) for n in order]
    for i in range(1, len(made)):
        lefts[i] = max(lefts[i], lefts[i - 1] + wide)
    right = area.right - wide
    for i in range(len(made) - 1, -1, -1):
        lefts[i] = min(lefts[i], right)
        right = lefts[i] - wide
    at = dict(zip(order, lefts, strict=True))
    return [Box(max(at[n], area.left), area.top + 14, wide, area.height - 20) for n in range(len(made))]
