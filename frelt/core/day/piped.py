"""The moves of a day on a rig with lines: the network solved with the handles of every act, triggers open and shut apart and averaged."""

from collections import OrderedDict
from collections.abc import Iterable, Mapping, Sequence
from itertools import product
from typing import Any

import numpy as np
from msgspec import Struct
from msgspec.structs import replace

from ..base.arrays import Array
from ..base.figure import Figure
from ..base.kept import Kept
from ..fitting.registry import type_of
from ..geometry.frames import Frames
from ..model.day import DRAWING, Act, Day, called
from ..model.hangs_together import reached
from ..model.plumbing import Fitting
from ..model.rig import Rig
from ..network.lines import lines_solved
from ..network.reading import FLOWS
from .aboard import Aboard
from .moves import Drawn, Moves, Poured
from .typed import driven, dumped, filled, fuel, runs

GRID = 0.1  # share of a tank to which fills are rounded where the network is solved, so that one answer serves many moments
LET_DOWN = 0.05  # the same, and the step of a fill, where a drain is open
FRESH, CHANGED = 3600.0, 0.1  # how long [s], and over what change of a fill, flows are taken as they were
MOST_GUNS = 3  # triggers that are opened and shut apart at one moment
MOST_TAP = 3.0  # by which a tap may have to give more at its mouth than at the end of its line
_NAME = object()


class Station(Struct, frozen=True):
    """What one act has set. running: machines.  duty: of its guns.  stands: of other handles."""

    act: Act
    running: frozenset[str]
    duty: Mapping[str, float]
    stands: Mapping[str, float]


class Answer(Struct, frozen=True):
    """Rates at some handles and fills, averaged over triggers. used: by act and tank [m³/s].  moved: by tank, of taps and between tanks.

    lacking: whether something could not be worked out, in words.  starving: things whose inlet gives too little though no tank is dry.
    """

    used: Mapping[str, Mapping[str, float]]
    moved: Mapping[str, float]
    lacking: str = ""
    starving: tuple[str, ...] = ()


def has_lines(rig: Rig) -> bool:
    """Whether the day of a rig is solved by its lines: there is a gun, and something before it."""
    return any(type_of(f).end == "gun" for f in rig.plumbing.fittings) and bool(rig.plumbing.lines)


def settable(rig: Rig) -> tuple[Fitting, ...]:
    """Handles and triggers that an act may set, in the order of the plan."""
    return tuple(f for f in rig.plumbing.fittings if type_of(f).hand is not None and type_of(f).end != "tap")


def fed_guns(rig: Rig, item_id: str) -> tuple[str, ...]:
    """The guns that a machine or pump feeds, by what its outlet leads to through lines, reels and fittings."""
    found = reached(rig, (f"{item_id}/outlet",))
    return tuple(f.id for f in rig.plumbing.fittings if type_of(f).end == "gun" and f.id in found)


def stations(rig: Rig, active: Sequence[Act]) -> tuple[tuple[Station, ...], tuple[str, ...]]:
    """What the acts of a moment have set; and what two of them want differently, in words."""
    made, notes = [], []
    wanted: dict[str, tuple[float, Act]] = {}
    for act in active:
        running, duty, stands = set(), {}, {}
        if act.kind in DRAWING:
            named = {h for h, v in act.sets.items() if v >= 0.5 and any(i.id == h for i in rig.items)}
            running = named or {i.id for i in runs(rig, act)}
            guns = [g for i in sorted(running) for g in fed_guns(rig, i)]
            told = [g for g in guns if g in act.sets]
            duty = {g: act.sets[g] for g in told} if told else dict.fromkeys(_one_gun(rig, guns), act.duty)
        for handle, stand in act.sets.items():
            fitting = rig.plumbing.fitting(handle)
            if fitting is not None and type_of(fitting).hand is not None and type_of(fitting).end != "gun":
                stands[handle] = stand
        for handle, stand in stands.items():
            before = wanted.get(handle)
            if before is not None and abs(before[0] - stand) > 1e-9:
                fitting = rig.plumbing.fitting(handle)
                name = fitting.name or fitting.kind if fitting is not None else handle
                notes.append(f"{name} is wanted two ways at once, by {called(before[1])} and by {called(act)}")
            wanted.setdefault(handle, (stand, act))
        made.append(Station(act, frozenset(running), duty, {h: s for h, s in stands.items() if wanted[h][1] is act}))
    return tuple(made), tuple(notes)


def _one_gun(rig: Rig, guns: Sequence[str]) -> tuple[str, ...]:
    """Of a machine's guns the ones that are held as the plan stands, else the first."""
    held = tuple(g for g in guns if (f := rig.plumbing.fitting(g)) is not None and f.stands >= 0.02)
    return held or tuple(guns[:1])


def led_to(rig: Rig, fitting_id: str) -> set[str]:
    """The tanks that a tap's or a drain's lines lead to, by address."""
    items = {n.partition("/")[0] for n in reached(rig, (fitting_id,))}
    return {a for a, i, t in rig.tanks() if i.id in items and not t.liquid.is_fuel}


def drains_of(rig: Rig, tank: str = "") -> tuple[Fitting, ...]:
    """The drains of a tank, or of all."""
    return tuple(f for f in rig.plumbing.fittings if type_of(f).drains and (not tank or tank in led_to(rig, f.id)))


class Piped:
    """The moves of a rig's days, with answers kept for the handles and fills they were found at."""

    def __init__(self, rig: Rig, frames: Frames, aboard: Aboard) -> None:
        self.rig, self.frames, self.aboard = rig, frames, aboard
        self.liquid = {a: t.liquid.substance for a, _, t in rig.tanks()}
        self.kept: Kept = frames.kept

    def moves(self, day: Day, active: Iterable[Act], fills: Array) -> Moves:
        """What some acts move at some fills (shares, by number of the vessel)."""
        acts = list(active)
        here, clashes = stations(self.rig, acts)
        notes = list(clashes)
        taps, drains = self._taps(acts, notes), self._drains(acts)
        drawn, poured = self._beside(day, acts, taps, drains, fills, notes)
        if not any(s.running for s in here) and not any(taps.values()) and not any(drains.values()):
            return Moves(tuple(drawn), tuple(poured), tuple(notes))
        dumper = next((a.id for a in acts if a.kind == "dump" and drains.get(a.id)), "")
        answer = self._let_down(here, taps, drains, fills) if dumper else self._answer(here, taps, drains, self._rounded(fills))
        notes += [answer.lacking] if answer.lacking else []
        names = {i.id: i.name for i in self.rig.items}
        owner = {i: s.act for s in here for i in s.running}
        notes += [f"{called(owner[i])}: {names[i]} starves as its lines stand" for i in answer.starving if i in owner]
        self._put(answer, dumper, drawn, poured)
        for station in here:
            share = max(station.duty.values(), default=station.act.duty)
            for item in self.rig.items:
                if item.id in station.running:
                    drawn += fuel(self.aboard, item, station.act, share)
        return Moves(tuple(drawn), tuple(poured), tuple(notes), FRESH, LET_DOWN if dumper else CHANGED)

    def _beside(
        self,
        day: Day,
        acts: Sequence[Act],
        taps: Mapping[str, Mapping[str, float]],
        drains: Mapping[str, tuple[str, ...]],
        fills: Array,
        notes: list[str],
    ) -> tuple[list[Drawn], list[Poured]]:
        """What moves beside the lines: on the road, from a can, through a hose over the lid, by a tank's own valve."""
        drawn: list[Drawn] = []
        poured: list[Poured] = []
        for act in acts:
            if act.kind == "drive":
                drawn += driven(self.aboard, day, act)
            elif act.kind == "refuel" or (act.kind == "fill" and not taps.get(act.id)):
                more, note = filled(self.aboard, act)
                poured += more
                notes += [note] if note else []
            elif act.kind == "dump" and not drains.get(act.id):
                drawn += dumped(self.aboard, act, fills)
        return drawn, poured

    def _put(self, answer: Answer, owner: str, drawn: list[Drawn], poured: list[Poured]) -> None:
        """The rates of an answer as draws and what is poured. owner: the act that dumps, or none."""
        number = self.aboard.number
        for act_id, used in answer.used.items():
            drawn += [Drawn(act_id, (number[t],), rate) for t, rate in used.items() if rate > 1e-12 and t in number]
        for tank, rate in answer.moved.items():
            if tank not in number or abs(rate) <= 1e-12:
                continue
            if rate > 0:
                poured.append(Poured("", number[tank], rate, self.aboard.listed[number[tank]].part.top))
            else:
                drawn.append(Drawn(owner, (number[tank],), -rate, needed=False))

    def _taps(self, acts: Sequence[Act], notes: list[str]) -> dict[str, dict[str, float]]:
        """For each filling act the taps that it opens, with the flow that is told of it."""
        listed = [f for f in self.rig.plumbing.fittings if type_of(f).end == "tap"]
        found: dict[str, dict[str, float]] = {}
        for act in acts:
            if act.kind == "fill" and listed and not act.tank:
                found[act.id] = {listed[0].id: act.flow}
            elif act.kind == "fill" and listed:
                own = [f for f in listed if act.tank in led_to(self.rig, f.id)]
                found[act.id] = {own[0].id: act.flow} if own else {}
            if act.kind == "fill" and act.flow <= 0:
                notes.append(f"{called(act)}: no flow, nothing is filled")
        return found

    def _drains(self, acts: Sequence[Act]) -> dict[str, tuple[str, ...]]:
        """For each dumping act the drains that it opens."""
        return {a.id: tuple(f.id for f in drains_of(self.rig, a.tank)) for a in acts if a.kind == "dump"}

    def _let_down(
        self,
        here: Sequence[Station],
        taps: Mapping[str, Mapping[str, float]],
        drains: Mapping[str, tuple[str, ...]],
        fills: Array,
    ) -> Answer:
        """The rates of a step through open drains: the mean of its two ends, exact where a flow follows the root of its head."""
        first = self._answer(here, taps, drains, self._rounded(fills, LET_DOWN))
        lower = np.asarray(fills, dtype=float).copy()
        for tank, rate in first.moved.items():
            if rate < 0 and tank in self.aboard.number:
                lower[self.aboard.number[tank]] = max(fills[self.aboard.number[tank]] - LET_DOWN, 0.0)
        last = self._answer(here, taps, drains, self._rounded(lower, LET_DOWN))
        used = {act: _mean(first.used.get(act, {}), last.used.get(act, {})) for act in dict.fromkeys((*first.used, *last.used))}
        return Answer(used, _mean(first.moved, last.moved), first.lacking or last.lacking, first.starving)

    def _rounded(self, fills: Array, grid: float = GRID) -> tuple[tuple[str, float], ...]:
        """Fills by tank on a grid, but never dry, and full only where it is."""
        made = []
        every = self.aboard.spread(np.asarray(fills)[None, :])[0]
        for (address, _, tank), fill in zip(self.rig.tanks(), every.tolist(), strict=True):
            low = min(tank.heel, tank.top) + 0.1 * grid
            near = round(fill / grid) * grid
            full = fill >= tank.top - 1e-9
            made.append((address, tank.top if full else min(max(near, low), tank.top - 1e-6)))
        return tuple(made)

    def _answer(
        self,
        here: Sequence[Station],
        taps: Mapping[str, Mapping[str, float]],
        drains: Mapping[str, tuple[str, ...]],
        fills: tuple[tuple[str, float], ...],
    ) -> Answer:
        opened = tuple(sorted((t, f) for own in taps.values() for t, f in own.items()))
        key = (
            tuple(
                (s.act.id, tuple(sorted(s.running)), tuple(sorted(s.duty.items())), tuple(sorted(s.stands.items())))
                for s in here
            ),
            opened,
            tuple(sorted(d for own in drains.values() for d in own)),
            fills,
        )
        own = self._own()
        if key not in own:
            own[key] = self._worked_out(here, dict(opened), frozenset(key[2]), dict(fills))
        found: Answer = own[key]
        return found

    def _own(self) -> "OrderedDict[object, Any]":
        """What is kept for these lines; of other lines nothing is."""
        own, base = self.kept.of(_NAME), (self.rig.plumbing, self.rig.items)
        if own.get("base") is None or own["base"][0] is not base[0] or own["base"][1] is not base[1]:
            own.clear()
            own["base"] = base
        return own

    def _with_taps(self, taps: Mapping[str, float]) -> Rig:
        """The rig with taps that give what is told of them at the end of their lines, as a bucket there would say, into tanks half full."""
        if not taps:
            return self.rig
        own, key = self._own(), ("taps", tuple(sorted(taps.items())))
        if key not in own:
            own[key] = self._calibrated(taps)
        return _told(self.rig, own[key])

    def _calibrated(self, taps: Mapping[str, float]) -> dict[str, float]:
        free = dict(taps)
        stands = {f.id: 0.0 for f in self.rig.plumbing.fittings if type_of(f).end in ("gun", "tap") or type_of(f).drains}
        half = {a: 0.5 * t.top if t.liquid.role == "water" else t.top for a, _, t in self.rig.tanks()}
        for _ in range(3):
            solved = lines_solved(_told(self.rig, free), self.frames, half, stands | dict.fromkeys(taps, 1.0), (), self.kept)
            if solved is None or solved.reading.why:
                break
            gives = solved.reading.taps
            free = {t: f * min(taps[t] / gives[t], MOST_TAP) if gives.get(t, 0.0) > 1e-7 else f for t, f in free.items()}
        return free

    def _worked_out(
        self, here: Sequence[Station], taps: Mapping[str, float], drains: frozenset[str], fills: Mapping[str, float]
    ) -> Answer:
        """Every trigger open and shut apart, each weighed by how long it is so, averaged."""
        rig = self._with_taps(taps)
        duty = {g: min(max(d, 0.0), 1.0) for s in here for g, d in s.duty.items()}
        owner = {g: s.act.id for s in here for g in s.duty}
        running = frozenset(i for s in here for i in s.running)
        stands = {f.id: 0.0 for f in rig.plumbing.fittings if type_of(f).end == "gun" or type_of(f).drains}
        stands |= {f.id: 1.0 if f.id in taps else 0.0 for f in rig.plumbing.fittings if type_of(f).end == "tap"}
        stands |= {h: v for s in here for h, v in s.stands.items()}
        stands |= dict.fromkeys(drains, 1.0)
        parts = sorted(g for g, d in duty.items() if 0 < d < 1)[:MOST_GUNS]
        always = {g: 1.0 for g, d in duty.items() if d >= 1 or (d > 0 and g not in parts)}
        used: dict[str, dict[str, float]] = {}
        moved: dict[str, float] = {}
        lacking = ""
        starving: dict[str, None] = {}
        for held in product((0, 1), repeat=len(parts)):
            weight = float(np.prod([duty[g] if h else 1 - duty[g] for g, h in zip(parts, held, strict=True)]))
            guns = always | {g: float(h) for g, h in zip(parts, held, strict=True)}
            solved = lines_solved(rig, self.frames, fills, stands | guns, running, self.kept)
            if solved is None:
                continue
            if solved.reading.why:
                lacking = f"Of some of its lines nothing can be said: {solved.reading.why}"
            starving |= dict.fromkeys(p.item for p in solved.reading.pumps if p.starves and p.known)
            net = {t.tank: t.flow for t in solved.reading.tanks}
            for g in solved.reading.guns:
                act = owner.get(g.gun)
                if act is None or g.flow <= FLOWS:
                    continue
                for tank, share in g.shares.items():
                    if tank in self.liquid:  # no tap
                        own = used.setdefault(act, {})
                        own[tank] = own.get(tank, 0.0) + weight * g.flow * share
                        net[tank] = net.get(tank, 0.0) + g.flow * share
            for tank, rate in net.items():
                moved[tank] = moved.get(tank, 0.0) + weight * rate
        return Answer(used, moved, lacking, tuple(starving))


def _mean(one: Mapping[str, float], other: Mapping[str, float]) -> dict[str, float]:
    return {k: 0.5 * (one.get(k, 0.0) + other.get(k, 0.0)) for k in dict.fromkeys((*one, *other))}


def _told(rig: Rig, taps: Mapping[str, float]) -> Rig:
    """The rig with the free flow of its taps as it is for the moment."""

    def told(f: Fitting) -> Fitting:
        return replace(f, figures={**f.figures, "flow": Figure(value=taps[f.id])}) if taps.get(f.id, 0.0) > 0 else f

    return replace(rig, plumbing=replace(rig.plumbing, fittings=tuple(map(told, rig.plumbing.fittings))))
