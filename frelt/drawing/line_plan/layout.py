"""Where blocks and wires of a line plan stand: columns from supply to guns, lanes for what runs side by side, the same every time.

Columns are longest paths, everything as near as it may be to what it feeds. The longest run takes the first lane; every further run the
nearest lane that is free over its whole length, so wires cross only where they must. What leads back to a tank goes over the top.
"""

from collections.abc import Mapping, Sequence

from msgspec import Struct

from ..layout import Box
from .columns import columns
from .graph import Block, Glyph, Graph, Wire

Point = tuple[float, float]
WIDE: dict[Glyph, float] = {
    "tap": 30, "tank": 84, "machine": 108, "pump": 96, "reel": 46, "mixer": 62, "box": 78, "valve": 26, "three": 26, "check": 24,
    "strainer": 26, "float": 24, "tee": 8, "injector": 34, "gun": 118, "bar": 118, "drain": 34, "cap": 16, "relief": 26, "gauge": 24, "own": 28,
}  # fmt: skip
TALL: dict[Glyph, float] = {"tank": 0, "machine": 40, "pump": 36, "mixer": 46, "box": 34, "reel": 38}
LEAST_GAP, SLOT, LANE, MOST_LANE = 12.0, 9.0, 41.0, 62.0
TANK = 19.0  # of a tank above its upper lane and below its lower one [px]
LID = 16.0  # of a lid's wires above a tank


class Placed(Struct, frozen=True):
    """A block where it stands."""

    block: Block
    box: Box


class Drawn(Struct, frozen=True):
    """A wire with its corners."""

    wire: Wire
    points: tuple[Point, ...]


class Plan(Struct, frozen=True):
    """blocks, wires: as they stand.  width, height: that they take [px].  alone: from where down stands what no line goes to yet."""

    blocks: tuple[Placed, ...]
    wires: tuple[Drawn, ...]
    width: float
    height: float
    alone: float | None = None

    def at(self, x: float, y: float, near: float = 6.0) -> Placed | None:
        """The block under a point."""
        return next((b for b in self.blocks if b.box.grown(-near, -near, near, near).holds(x, y)), None)


def lay_out(graph: Graph, width: float, height: float) -> Plan:
    """A plan in a room; larger than it where it must be."""
    joined = {e for w in graph.wires for e in (w.start, w.end)}
    alone = [b for b in graph.blocks if b.id not in joined]
    rows = _rows(alone, width)
    below = ROW * len(rows) + (24.0 if rows else 0.0)
    own = Graph(tuple(b for b in graph.blocks if b.id in joined), graph.wires)
    plan = _Layout(own, width, height - below).plan() if own.blocks else Plan((), (), width, 0.0)
    top = max(plan.height, min(height - below, plan.height + 24)) if own.blocks else 40.0
    more = tuple(Placed(b, Box(x, top + 18 + ROW * n, wide, ROW - 8)) for n, row in enumerate(rows) for b, x, wide in row)
    return Plan((*plan.blocks, *more), plan.wires, plan.width, top + below if rows else plan.height, top if rows else None)


ROW, BESIDE = 46.0, 10.0  # of what no line goes to yet: a row's height, and between two [px]


def _rows(alone: Sequence[Block], width: float) -> list[list[tuple[Block, float, float]]]:
    """What no line goes to yet, in rows below the plan, as many as it takes."""
    rows: list[list[tuple[Block, float, float]]] = []
    x = width
    for b in alone:
        wide = max(WIDE[b.glyph], 34.0) if b.glyph != "reel" else 46.0
        if x + wide > width - 12:
            rows.append([])
            x = 24.0
        rows[-1].append((b, x, wide))
        x += wide + BESIDE
    return rows


class _Layout:
    def __init__(self, graph: Graph, width: float, height: float) -> None:
        self.graph, self.width, self.height = graph, width, height
        self.block = {b.id: b for b in graph.blocks}
        self.main = [w for w in graph.wires if not w.back]
        self.back = [w for w in graph.wires if w.back]
        main_ids = {e for w in self.main for e in (w.start, w.end)}
        back_ids = {e for w in self.back for e in (w.start, w.end)}
        self.over = [
            b.id for b in graph.blocks if b.id in back_ids - main_ids and b.glyph not in ("tank", "machine")
        ]  # in a way back alone
        self.rank: dict[str, int] = {}
        self.lane: dict[str, int] = {}
        self.taken: dict[int, list[tuple[float, float]]] = {}
        self.wire_lane: dict[str, int] = {}
        self.own: set[str] = set()  # wires that run in the lane of the run they begin or end
        self.heads: set[str] = set()

    # lanes

    def _free(self, lane: int, a: float, b: float) -> bool:
        return all(b <= x + 1e-9 or a >= y - 1e-9 for x, y in self.taken.get(lane, ()))

    def _take(self, lane: int, a: float, b: float) -> None:
        self.taken.setdefault(lane, []).append((a, b))

    def _tall(self, n: str) -> int:
        return 2 if self.block[n].glyph == "tank" and sum(w.start == n for w in self.graph.wires) > 1 else 1

    def _strings(self) -> list[list[str]]:
        """Runs of blocks, the longest first, each block in one."""
        left = {b.id for b in self.graph.blocks if b.id not in self.over}
        index = {b.id: n for n, b in enumerate(self.graph.blocks)}
        outs: dict[str, list[str]] = {}
        for w in self.main:
            if w.enters not in ("lid", "under") and self.rank[w.end] > self.rank[w.start]:
                outs.setdefault(w.start, []).append(w.end)
        made = []
        while left:
            best: dict[str, tuple[int, list[str]]] = {}
            for n in sorted(left, key=lambda n: (-self.rank[n], index[n])):
                tails = [best[o] for o in outs.get(n, ()) if o in best]
                top = max(tails, key=lambda t: (t[0], -index[t[1][0]]), default=(0, []))
                worth = 3 if self.block[n].glyph in ("machine", "pump") else 1
                best[n] = (top[0] + worth, [n, *top[1]])
            path = max(best.values(), key=lambda t: (t[0], -index[t[1][0]]))[1]
            made.append(path)
            left -= set(path)
        return made

    def _lanes(self) -> None:
        for path in self._strings():
            head = [w for w in self.main if w.end == path[0] and w.start in self.lane]
            tail = [w for w in self.main if w.start == path[-1] and w.end in self.lane]
            a = min([self.rank[path[0]] - 0.3, *(self.rank[w.start] + 0.5 for w in head)])
            b = max([self.rank[path[-1]] + 0.3, *(self.rank[w.end] - (0.5 if w.enters != "lid" else 0.0) for w in tail)])
            wanted = self._wanted(path, head, tail)
            lane = self._nearest(wanted, lambda lane, path=path, a=a, b=b: self._fits(lane, path, a, b))
            for n in path:
                self.lane[n] = lane
            self._take(lane, a, b)
            self.own |= {w.line for w in (*head, *tail)}
            self.heads |= {w.line for w in head}
            for n in path:
                for more in range(1, self._tall(n)):
                    self._take(lane + more, self.rank[n] - 0.4, self.rank[n] + 0.4)
        for w in self.main:
            a, b = self.rank[w.start] + 0.5, self.rank[w.end] - 0.5
            if w.enters == "lid" or self.lane[w.start] == self.lane[w.end] or b - a < 0.5:
                continue
            if w.line in self.own:
                continue
            lane = self._nearest(self.lane[w.end], lambda lane, a=a, b=b: self._free(lane, a, b))
            self.wire_lane[w.line] = lane
            self._take(lane, a, b)

    def _fits(self, lane: int, path: list[str], a: float, b: float) -> bool:
        if not self._free(lane, a, b):
            return False
        for n in path:  # no tank stands in the way of what comes down into another one's lid
            if self.block[n].glyph == "tank" and any(
                self.rank[m] == self.rank[n] and lane < at for m, at in self.lane.items() if self.block[m].glyph == "tank"
            ):
                return False
        return all(self._free(lane + m, self.rank[n] - 0.4, self.rank[n] + 0.4) for n in path for m in range(1, self._tall(n)))

    def _wanted(self, path: list[str], head: list[Wire], tail: list[Wire]) -> float:
        lids = [w for w in tail if w.enters == "lid"]
        if lids:
            return self.lane[lids[0].end] - 1.2
        under = [w for w in tail if w.enters == "under"]
        if under:
            return self.lane[under[0].end] + 1.2
        near = [float(self.lane[w.start]) for w in head] + [float(self.lane[w.end]) for w in tail]
        return sum(near) / len(near) + 0.3 if near else (max(self.lane.values()) + 1.0 if self.lane else 0.0)

    def _nearest(self, wanted: float, fits: "object") -> int:
        middle = round(wanted)
        for n in range(200):
            for lane in sorted({middle - n, middle + n}, key=lambda v: (abs(v - wanted), v)):
                if fits(lane):  # type: ignore[operator]
                    return lane
        return middle + 200

    def _back_lanes(self) -> None:
        """Lanes above everything for what leads back, the shortest nearest."""
        top = min(self.lane.values())
        ways: dict[str, list[Wire]] = {}
        for w in self.back:
            ways.setdefault(self._way_of(w), []).append(w)
        for name in sorted(ways, key=lambda k: (self._span(ways[k])[1] - self._span(ways[k])[0], k)):
            a, b = self._span(ways[name])
            lane = top - 1
            while not self._free(lane, a, b):
                lane -= 1
            self._take(lane, a, b)
            for w in ways[name]:
                self.wire_lane[w.line] = lane
                for n in (w.start, w.end):
                    if n in self.over:
                        self.lane[n] = lane

    def _span(self, wires: list[Wire]) -> tuple[float, float]:
        ranks = [self.rank[e] for w in wires for e in (w.start, w.end)]
        return min(ranks) - 0.4, max(ranks) + 0.4

    def _way_of(self, w: Wire) -> str:
        """All that leads back through the same blocks is one way."""
        seen, waiting = {w.line}, [w]
        while waiting:
            x = waiting.pop()
            for y in self.back:
                if y.line not in seen and ({x.start, x.end} & {y.start, y.end} & set(self.over)):
                    seen.add(y.line)
                    waiting.append(y)
        return min(seen)

    # pixels

    def plan(self) -> Plan:
        """Columns, lanes, then pixels."""
        self.rank = columns(self.graph, self.main, self.back, self.over)
        self._lanes()
        self._back_lanes()
        lanes = sorted(
            {*self.lane.values(), *self.wire_lane.values(), *(v + 1 for n, v in self.lane.items() if self._tall(n) > 1)}
        )
        number = {lane: n for n, lane in enumerate(lanes)}
        pitch = min(max((self.height - 44) / max(len(lanes), 1), LANE), MOST_LANE)
        spare_down = max(self.height - 44 - pitch * len(lanes), 0.0) / 2
        self.y = {lane: 34 + spare_down + pitch * (number[lane] + 0.1) for lane in lanes}
        self.pitch = pitch
        every = range(max(self.rank.values()) + 1)
        wide = {r: max((WIDE[self.block[n].glyph] for n, k in self.rank.items() if k == r), default=10.0) for r in every}
        slots = self._slots()
        gaps = {r: LEAST_GAP + SLOT * max(len(slots.get(r, ())), 1) for r in every}
        spare = max(self.width - 24 - sum(wide.values()) - sum(gaps[r] for r in every if r < len(every) - 1), 0.0)
        more = min(spare / max(len(every) - 1, 1), 46.0)
        self.left: dict[int, float] = {}
        x = 12.0 + max(spare - more * (len(every) - 1), 0.0) / 2
        for r in every:
            self.left[r] = x
            x += wide[r] + gaps[r] + more
        self.wide = wide
        self.slot_x = {
            (r, key): self.left[r] + wide[r] + (gaps[r] + more) * (n + 1) / (len(keys) + 1)
            for r, keys in slots.items()
            for n, key in enumerate(keys)
        }
        placed = tuple(Placed(b, self._box(b)) for b in self.graph.blocks)
        self.box = {p.block.id: p.box for p in placed}
        self.lids = self._lid_order()
        drawn = tuple(Drawn(w, self._route(w)) for w in self.graph.wires)
        right = max(p.box.right for p in placed) + 12
        low = max([p.box.bottom for p in placed] + [q[1] for d in drawn for q in d.points]) + 26
        return Plan(placed, drawn, right, low)

    def _box(self, b: Block) -> Box:
        r, lane = self.rank[b.id], self.lane[b.id]
        wide = WIDE[b.glyph]
        middle = self.left[r] + self.wide[r] / 2
        if b.glyph == "tank":
            top = self.y[lane] - TANK
            return Box(middle - wide / 2, top, wide, self.y[lane + self._tall(b.id) - 1] + TANK - top)
        tall = TALL.get(b.glyph, wide if wide < 40 else 30.0)
        return Box(middle - wide / 2, self.y[lane] - tall / 2, wide, tall)

    def _slots(self) -> Mapping[int, list[str]]:
        """Which wires stand upright in the room behind each column."""
        found: dict[int, list[tuple[float, str]]] = {}
        for w in self.main:
            if w.enters == "lid" or self.lane[w.start] == self.lane[w.end]:
                continue
            a, b = self.rank[w.start], self.rank[w.end]
            if w.enters == "under":
                found.setdefault(b - 1, []).append((self.lane[w.start], w.line))
                continue
            if w.line in self.wire_lane:
                found.setdefault(a, []).append((self.wire_lane[w.line], f"{w.line}<"))
                found.setdefault(b - 1, []).append((self.wire_lane[w.line], f"{w.line}>"))
            else:
                ahead = self._turns_late(w)
                found.setdefault(b - 1 if ahead else a, []).append(
                    (float(self.lane[w.end] if not ahead else self.lane[w.start]), w.line)
                )
        return {r: [k for _, k in sorted(v)] for r, v in found.items()}

    def _turns_late(self, w: Wire) -> bool:
        """Whether a wire keeps the lane it comes from and turns before its end: where its own run is the one that ends there."""
        return w.line in self.own and w.line not in self.heads

    def _lid_order(self) -> Mapping[str, float]:
        """Where on its tank's lid each wire comes down [px]."""
        made: dict[str, float] = {}
        for b in self.graph.blocks:
            own = [w for w in self.graph.wires if w.end == b.id and w.enters == "lid"]
            own.sort(key=lambda w: (self.box[w.start].mid_x, w.line))
            box = self.box[b.id]
            for n, w in enumerate(own):
                made[w.line] = box.left + box.width * (n + 1) / (len(own) + 1)
        return made

    def _exit(self, w: Wire) -> Point:
        box, glyph = self.box[w.start], self.block[w.start].glyph
        if w.leaves == "back":
            return box.left + 0.72 * box.width, box.top
        if glyph == "tank":
            outs = [x for x in self.graph.wires if x.start == w.start]
            y = self.y.get(self.wire_lane.get(w.line, self.lane[w.end]), box.mid_y)
            if box.top + 8 <= y <= box.bottom - 8 and not any(
                x is not w and self.wire_lane.get(x.line, self.lane[x.end]) == self.wire_lane.get(w.line, self.lane[w.end])
                for x in outs[: outs.index(w)]
            ):
                return box.right, y
            n = outs.index(w)
            return box.right, min(box.bottom - 8 - 9 * (n % 3), box.bottom - 6)
        if glyph == "three" and w.out in ("first", "second") and self.lane[w.end] != self.lane[w.start]:
            down = self.y[self.lane[w.end]] > box.mid_y
            return box.mid_x, box.bottom if down else box.top
        return box.right, box.mid_y

    def _entry(self, w: Wire) -> Point:
        box, glyph = self.box[w.end], self.block[w.end].glyph
        if w.enters == "lid":
            return self.lids[w.line], box.top
        if w.enters == "under":
            return box.mid_x, box.bottom
        if glyph == "mixer":
            own = sorted(
                (x for x in self.main if x.end == w.end),
                key=lambda x: (self.y[self.wire_lane.get(x.line, self.lane[x.start])], x.line),
            )
            n = own.index(w)
            if any(self.lane[x.start] == self.lane[w.end] for x in own):
                middle = next(k for k, x in enumerate(own) if self.lane[x.start] == self.lane[w.end])
                return box.left, box.mid_y + 13 * (n - middle)
            return box.left, box.mid_y + 13 * (n - (len(own) - 1) / 2)
        return box.left, box.mid_y

    def _crosses(self, x: float, top: float, bottom: float, own: str) -> bool:
        """Whether an upright run would go through a block."""
        return any(
            b.left - 3 < x < b.right + 3 and b.top < bottom and b.bottom > top
            for n, b in self.box.items()
            if n != own and n not in self.over
        )

    def _beside(self, n: str) -> float:
        """The middle of the room behind a block's column [px]."""
        r = self.rank[n]
        right = self.left[r] + self.wide[r]
        return right + (self.left.get(r + 1, right + 14) - right) * 0.5 - 3

    def _route(self, w: Wire) -> tuple[Point, ...]:
        (x0, y0), (x1, y1) = self._exit(w), self._entry(w)
        if w.back:
            y = self.y[self.wire_lane[w.line]]
            if self.block[w.end].id in self.over:
                if self._crosses(x0, y, y0 - 1, w.start):
                    aside = self._beside(w.start)
                    return _tidy((x0, y0), (x0, y0 - 10), (aside, y0 - 10), (aside, y), (self.box[w.end].mid_x, y))
                return _tidy((x0, y0), (x0, y), (self.box[w.end].mid_x, y))
            if w.start in self.over:
                return _tidy((self.box[w.start].mid_x, y), (x1, y), (x1, y1))
            if w.leaves == "back" and self._crosses(x0, y, y0 - 1, w.start):
                aside = self._beside(w.start)
                return _tidy((x0, y0), (x0, y0 - 10), (aside, y0 - 10), (aside, y), (x1, y), (x1, y1))
            if w.leaves != "back":
                return _tidy((x0, y0), (x0 + 8, y0), (x0 + 8, y), (x1, y), (x1, y1))
            return _tidy((x0, y0), (x0, y), (x1, y), (x1, y1))
        if w.enters == "lid":
            return (
                _tidy((x0, y0), (x1, y0), (x1, y1))
                if x0 < x1
                else _tidy((x0, y0), (x0 + 6, y0), (x0 + 6, y1 - LID), (x1, y1 - LID), (x1, y1))
            )
        if w.enters == "under":
            aside, low = self.slot_x.get((self.rank[w.end] - 1, w.line), x1), y1 + 9
            return _tidy((x0, y0), (aside, y0), (aside, low), (x1, low), (x1, y1))
        if w.line in self.wire_lane:
            y = self.y[self.wire_lane[w.line]]
            a, b = self.slot_x[(self.rank[w.start], f"{w.line}<")], self.slot_x[(self.rank[w.end] - 1, f"{w.line}>")]
            return _tidy((x0, y0), (a, y0), (a, y), (b, y), (b, y1), (x1, y1))
        slot = next(
            (self.slot_x[(r, w.line)] for r in (self.rank[w.start], self.rank[w.end] - 1) if (r, w.line) in self.slot_x), None
        )
        if slot is None or abs(y0 - y1) < 0.5:
            return (
                _tidy((x0, y0), (x1, y1))
                if abs(y0 - y1) < 0.5
                else _tidy((x0, y0), ((x0 + x1) / 2, y0), ((x0 + x1) / 2, y1), (x1, y1))
            )
        if x0 == self.box[w.start].mid_x:  # from below or above a three-way valve
            return _tidy((x0, y0), (x0, y1), (x1, y1))
        return _tidy((x0, y0), (slot, y0), (slot, y1), (x1, y1))


def _tidy(*points: Point) -> tuple[Point, ...]:
    made: list[Point] = []
    for p in points:
        if made and abs(made[-1][0] - p[0]) < 0.1 and abs(made[-1][1] - p[1]) < 0.1:
            continue
        if len(made) > 1 and ((made[-2][0] == made[-1][0] == p[0]) or (made[-2][1] == made[-1][1] == p[1])):
            made.pop()
        made.append(p)
    return tuple(made)
