"""A tank's own drain, drawn: the valve it is bought with becomes a drain of the plan, the hose on it a line."""

from msgspec.structs import replace

from ..base.value import FreltError
from ..model.open_pipes import bottoms
from ..model.plumbing import Fitting, Line
from ..model.rig import Rig
from .items import with_item
from .plumbing import free_id, with_fitting, with_line

SHORT = 0.3  # of a drain without a hose [m]


def drawn_drain(rig: Rig, address: str, bore: float) -> Rig:
    """The rig with the own drain of a tank (`item/part`), of a bore [m], as a line to a drain that is shut. Raises FreltError where there is no such tank."""
    found = next(((i, t) for a, i, t in rig.tanks() if a == address), None)
    if found is None:
        raise FreltError(f"there is no tank “{address}”; expected one of what is aboard")
    item, tank = found
    taken = {e for x in rig.plumbing.lines for e in (x.start, x.end)}
    low = [p for p, of in bottoms([item]).items() if of == address]
    port = next((p for p in low if p not in taken), next(iter(low), address))
    name = free_id(rig, "D")
    made = with_fitting(rig, Fitting(id=name, kind="drain", name=name, bore=bore, stands=0.0))
    made = with_line(
        made, Line(id=free_id(made, "L"), start=port, end=f"{name}/in", bore=bore, length=max(tank.drain_hose, SHORT))
    )
    plain = replace(tank, valve=None, drain_hose=0.0)
    return with_item(made, replace(item, parts=tuple(plain if p is tank else p for p in item.parts)))
