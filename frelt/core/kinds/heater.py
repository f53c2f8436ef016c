"""Stand-alone heaters: an upright coil with a burner, beside cold machines."""

from ..kind.kind import Choice, Column, Given, Kind, Made, Param, Service, Trait
from ..kind.outlines import beside, ellipse, whole
from ..kind.registry import given, register
from ..kind.usual_parts import burns_diesel, draws_power, port
from ..model.item import Item
from .hot_machine import HEAT, coil, coil_size, heat_flow

PARAMS = (
    Param("flow", "Flow", "flow", 3e-5, 2e-3, 20 / 60000),
    *(p for p in HEAT if p.id != "diesel"),
)

RELIEFS = ("not looked at", "its own", "none")


def _make(g: Given) -> Made:
    heat = heat_flow(g)
    across, tall, mass = coil_size(heat)
    size = across + 0.08
    return Made(
        length=size + 0.22,  # with the burner in front
        width=size,
        height=tall + 0.14,
        mass=mass + 12,
        mass_pm=0.2 * (mass + 12),
        centre=(-0.05, 0.0, 0.45 * tall),
        parts=(
            port("inlet", "Inlet", (-size / 2, -size / 4, 0.2), 0.0127),
            port("outlet", "Hot outlet", (-size / 2, size / 4, 0.2), 0.0127),
            port("flue", "Flue", (-0.11, 0.0, tall + 0.14), 0.2, "exhaust"),
            burns_diesel(heat),
            draws_power("Burner blower", 200.0, "12 V" if g.word("burner") == "12 V" else "120 V"),
        ),
    )


def _service(item: Item) -> tuple[Service, ...]:
    return (beside(item, "burner panel, nozzle and electrodes", "back", 0.50, (0.05, 0.95), (0.0, 0.6)),)


def _columns(item: Item) -> tuple[Column, ...]:
    return (Column("flue", (-0.11, 0.0, item.height.value), 0.14, "up"),)


register(
    Kind(
        "heater",
        "Heater",
        ellipse,
        "hot water coil burner diesel upright stand alone",
        PARAMS,
        (Choice("burner", "Burner fed by", ("12 V", "120 V")), Choice("relief", "Relief valve of its coil", RELIEFS)),
        _make,
        _service,
        lambda i: (Trait("burner", whole(i)),),
        columns=_columns,
        big=True,
        water=0.008,  # from memory
        inner=lambda i: coil(given(i), "inlet", "outlet", 0.0125),
    )
)
