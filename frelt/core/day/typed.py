"""The moves of a day on a rig without lines: flows as they are typed, machines and pumps as the acts say."""

from collections.abc import Iterable

from ..base.arrays import Array
from ..base.constants import FUEL_PUMP, SOAP_SHARE
from ..kind.capability import Can, can
from ..kind.registry import given
from ..liquids.aging import strength_now
from ..liquids.drain import drain_time, valve_of
from ..model.day import DRAWING, Act, ActKind, Day, called
from ..model.item import ConsumerPart, Item
from ..model.liquid import Liquid
from ..model.rig import Rig
from .aboard import Aboard
from .moves import Drawn, Moves, Poured

RUNS: dict[ActKind, tuple[Can, ...]] = {"wash": ("wash",), "soft wash": ("soft wash",), "rinse": ("soft wash", "wash")}


def runs(rig: Rig, act: Act) -> list[Item]:
    """The machines and pumps that run in an act: those it names; else one that fits, of several the one of its operator."""
    chosen = [i for i in rig.items if i.id in act.uses and can(i, "wash", "soft wash")]
    if chosen:
        return chosen
    fitting = [i for what in RUNS[act.kind] for i in rig.items if can(i, what) and not i.built_in]
    return [fitting[act.lane % len(fitting)]] if fitting else []


def drawn_share(stock: Liquid, wall: float) -> float:
    """What share of a mix is drawn from stock for a strength on the wall; all of it where the stock is not stronger."""
    now = strength_now(stock).value
    return min(wall / now, 1.0) if now > 0 else 1.0


def typed(aboard: Aboard, day: Day, active: Iterable[Act], fills: Array) -> Moves:
    """What some acts move at some fills (shares, by number of the vessel)."""
    drawn: list[Drawn] = []
    poured: list[Poured] = []
    notes: list[str] = []
    for act in active:
        if act.kind == "drive":
            drawn += driven(aboard, day, act)
            if not act.distance:
                notes.append(f"{called(act)}: no distance, so no fuel is used")
        elif act.kind in DRAWING:
            own = _washed(aboard, act)
            drawn += own
            if not own:
                notes.append(f"{called(act)}: nothing aboard runs, so nothing is used")
        elif act.kind in ("fill", "refuel"):
            more, note = filled(aboard, act)
            poured += more
            notes += [note] if note else []
        elif act.kind == "dump":
            drawn += dumped(aboard, act, fills)
    return Moves(tuple(drawn), tuple(poured), tuple(notes))


def driven(aboard: Aboard, day: Day, act: Act) -> list[Drawn]:
    """The vehicle's fuel on the road."""
    tank = aboard.first("fuel", built_in=True)
    rate = day.consumption * act.distance / act.length if act.length else 0.0
    return [Drawn(act.id, (tank,), rate)] if tank is not None and rate > 0 else []


def fuel(aboard: Aboard, item: Item, act: Act, share: float) -> list[Drawn]:
    """What a machine burns while it runs: from its own tank, then from spare cans of the same fuel."""
    made = []
    for part in item.parts:
        if isinstance(part, ConsumerPart) and part.uses in ("gasoline", "diesel"):
            tanks = aboard.fuels_of(item, part.uses)
            if tanks and share > 0:
                made.append(Drawn(act.id, tanks, part.rate.value * share))
    return made


def _washed(aboard: Aboard, act: Act) -> list[Drawn]:
    items = runs(aboard.rig, act)
    total = sum(given(i)["flow"] * _times(i) for i in items) * act.duty
    if total <= 0:
        return []
    made = []
    water = aboard.all_of("water", act.tank)
    if act.kind == "soft wash":
        sh, soap = aboard.all_of("SH"), aboard.all_of("soap")
        share = drawn_share(aboard.listed[sh[0]].part.liquid, act.strength) if sh else 0.0
        if sh:
            made.append(Drawn(act.id, sh, total * share))
        if soap:
            made.append(Drawn(act.id, soap, total * SOAP_SHARE, needed=False))
        rest = total * max(1 - share - (SOAP_SHARE if soap else 0.0), 0.0)
        made += [Drawn(act.id, water, rest)] if water and rest > 0 else []
    elif water:
        made.append(Drawn(act.id, water, total))
    for item in items:
        made += fuel(aboard, item, act, act.duty)
    return made


def _times(item: Item) -> float:
    """Of machines joined on one frame how many there are."""
    known = given(item)
    return known["machines"] if any(p.id == "machines" for p in known.params) else 1.0


def filled(aboard: Aboard, act: Act) -> tuple[list[Poured], str]:
    """What a tap or a fuel pump fills, and why nothing."""
    tank = aboard.first("water" if act.kind == "fill" else "fuel", act.tank)
    rate = act.flow if act.kind == "fill" else FUEL_PUMP
    if tank is None or rate <= 0:
        return [], f"{called(act)}: {'no flow' if tank is not None else 'no tank'}, nothing is filled"
    return [Poured(act.id, tank, rate, min(act.to, aboard.listed[tank].part.top))], ""


def dumped(aboard: Aboard, act: Act, fills: Array) -> list[Drawn]:
    """A tank let down through its own valve, at its mean rate."""
    tank = aboard.first("water", act.tank)
    if tank is None or fills[tank] <= 0:
        return []
    item, part = aboard.listed[tank].item, aboard.listed[tank].part
    time = drain_time(part, float(fills[tank]), 0.0, valve_of(item, part), part.drain_hose)
    if not 0 < time < float("inf"):
        return []
    return [Drawn(act.id, (tank,), float(fills[tank] * aboard.whole[tank]) / time, 0.0, needed=False)]
