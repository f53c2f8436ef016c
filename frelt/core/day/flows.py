"""What the acts of a day move: from which tank, into which, how fast."""

from collections.abc import Mapping

from msgspec import Struct

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


class Flow(Struct, frozen=True):
    """What an act moves: rates by number of the vessel [m³/s], out below zero; each outflow ends at a floor (share)."""

    rates: Mapping[int, float]
    floors: Mapping[int, float]
    tops: Mapping[int, float]
    note: str = ""


RUNS: dict[ActKind, tuple[Can, ...]] = {"wash": ("wash",), "soft wash": ("soft wash",), "rinse": ("soft wash", "wash")}


def runs(rig: Rig, act: Act) -> list[Item]:
    """The machines and pumps that run in an act."""
    what: tuple[Can, ...] = RUNS[act.kind]
    fitting = [i for i in rig.items if can(i, *what) and not i.built_in]
    chosen = [i for i in rig.items if i.id in act.uses and can(i, "wash", "soft wash")]
    if act.kind == "rinse" and not chosen:
        return fitting[:1]
    return chosen or fitting


def drawn_share(stock: Liquid, wall: float) -> float:
    """What share of a mix is drawn from stock for a strength on the wall; all of it where the stock is not stronger."""
    now = strength_now(stock).value
    return min(wall / now, 1.0) if now > 0 else 1.0


def flow_of(aboard: Aboard, day: Day, act: Act, fills: Array) -> Flow:
    """What an act moves at some fills (shares, by number of the vessel)."""
    rates: dict[int, float] = {}
    floors: dict[int, float] = {}
    tops: dict[int, float] = {}

    def out(tank: int | None, rate: float, floor: float | None = None) -> None:
        if tank is not None and rate > 0:
            part = aboard.listed[tank].part
            rates[tank] = rates.get(tank, 0.0) - rate
            floors[tank] = min(part.heel, part.top) if floor is None else floor

    if act.kind == "drive":
        tank = aboard.first("fuel", built_in=True)
        rate = day.consumption * act.distance / act.length if act.length else 0.0
        out(tank, rate)
        return Flow(rates, floors, tops, "" if act.distance else f"{called(act)}: no distance, so no fuel is used")
    if act.kind in DRAWING:
        items = runs(aboard.rig, act)
        total = sum(given(i)["flow"] for i in items) * act.duty
        if total <= 0:
            return Flow(rates, floors, tops, f"{called(act)}: nothing aboard runs, so nothing is used")
        water = aboard.first("water", act.tank)
        if act.kind == "soft wash":
            sh, soap = aboard.first("sh"), aboard.first("soap")
            share = drawn_share(aboard.listed[sh].part.liquid, act.strength) if sh is not None else 0.0
            out(sh, total * share)
            out(soap, total * SOAP_SHARE)
            out(water, total * max(1 - share - (SOAP_SHARE if soap is not None else 0.0), 0.0))
        else:
            out(water, total)
        for item in items:
            for part in item.parts:
                if isinstance(part, ConsumerPart) and part.uses in ("gasoline", "diesel"):
                    out(aboard.fuel_of(item, part.uses), part.rate.value * act.duty)
        return Flow(rates, floors, tops)
    if act.kind in ("fill", "refuel"):
        return _filled(aboard, act)
    if act.kind == "dump":
        tank = aboard.first("water", act.tank)
        if tank is not None and fills[tank] > 0:
            item, part = aboard.listed[tank].item, aboard.listed[tank].part
            time = drain_time(part, float(fills[tank]), 0.0, valve_of(item, part), part.drain_hose)
            if 0 < time < float("inf"):
                out(tank, float(fills[tank] * aboard.whole[tank]) / time, 0.0)
    return Flow(rates, floors, tops)


def _filled(aboard: Aboard, act: Act) -> Flow:
    """What a tap or a fuel pump fills."""
    tint = "water" if act.kind == "fill" else "fuel"
    tank = aboard.first(tint, act.tank)
    rate = act.flow if act.kind == "fill" else FUEL_PUMP
    if tank is None or rate <= 0:
        return Flow({}, {}, {}, f"{called(act)}: {'no flow' if tank is not None else 'no tank'}, nothing is filled")
    return Flow({tank: rate}, {}, {tank: min(act.to, aboard.listed[tank].part.top)})
