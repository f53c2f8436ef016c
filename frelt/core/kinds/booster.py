"""Electric booster pumps that lift tap pressure or feed a machine from a low tank."""

from ..kind.inner import Membrane
from ..kind.kind import Choice, Given, Kind, Made, Param, Service
from ..kind.outlines import beside, rectangle
from ..kind.registry import given, register
from ..kind.usual_parts import draws_power, port
from ..model.item import Item

LIFT = 3e5  # at no flow [Pa]; from memory of such pumps


def _make(g: Given) -> Made:
    watts = g["flow"] * 3e5 / 0.45
    k = (watts / 400) ** (1 / 3)
    length, width, height = 0.34 * k, 0.18 * k, 0.20 * k
    mass = 9 * k**2
    return Made(
        length=length,
        width=width,
        height=height,
        mass=mass,
        mass_pm=0.25 * mass,
        centre=(0.0, 0.0, 0.45 * height),
        centre_pm=0.02,
        parts=(
            port("inlet", "Inlet", (-length / 2, 0.0, height / 2), 0.025),
            port("outlet", "Outlet", (-length / 2 + 0.05, 0.0, height), 0.025),
            draws_power("Booster", watts, "12 V" if g.word("volts") == "12 V" else "120 V"),
        ),
    )


def _service(item: Item) -> tuple[Service, ...]:
    return (beside(item, "pump head", "front", 0.20, (0.0, 1.0), (0.0, 1.0)),)


register(
    Kind(
        "booster",
        "Booster pump",
        rectangle,
        "electric transfer feed pump tap",
        (Param("flow", "Flow", "flow", 5e-5, 3e-3, 36 / 60000),),
        (Choice("volts", "Fed by", ("120 V", "12 V")),),
        _make,
        _service,
        water=0.0005,  # from memory
        inner=lambda i: (Membrane("pump", "inlet", "outlet", LIFT, given(i)["flow"], bore=0.025),),
    )
)
