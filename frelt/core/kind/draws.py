"""How fast a rig draws its liquids."""

from ..model.liquid import Role
from ..model.rig import Rig
from .capability import can
from .registry import given


def rates(rig: Rig) -> dict[Role, float]:
    """How fast each liquid is drawn with everything running [m³/s]: machines draw water, soft-wash pumps half SH.

    Half and half at full water and full SH: common practice, no source.
    """
    found: dict[Role, float] = {}
    for item in rig.items:
        if item.built_in or not can(item, "wash", "soft wash"):
            continue
        flow = given(item)["flow"]
        soft = can(item, "soft wash")
        if soft:
            found["SH"] = found.get("SH", 0.0) + flow / 2
        found["water"] = found.get("water", 0.0) + (flow / 2 if soft else flow)
    return found
