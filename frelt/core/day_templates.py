"""Days to begin with, one for each way a crew works; every time and length is there to be dragged."""

from collections.abc import Callable

from .day import Act, ActKind, Day
from .kind import given
from .rig import Rig

NewId = Callable[[str], str]
MILE, HOUR, MINUTE = 1609.344, 3600.0, 60.0
SCHOOLS = ("Water from a tap on site, dumped before the road", "Water carried from the shop", "Two stops, soft wash")


def template(rig: Rig, school: str, new_id: NewId) -> Day:
    """A day of one school; what the rig does not have aboard is left out."""
    soft = any(i.kind == "pump" for i in rig.items) and any(t.liquid.tint == "sh" for _, _, t in rig.tanks())
    machine = any(i.kind in ("machine", "hot-machine") for i in rig.items)
    acts: list[Act] = []
    now = 7 * HOUR

    def then(kind: ActKind, name: str, minutes: float, miles: float = 0.0) -> None:
        nonlocal now
        length = minutes * MINUTE
        acts.append(Act(id=new_id("act"), kind=kind, name=name, start=now, length=length, distance=miles * MILE))
        now += length

    def work() -> None:
        if soft:
            then("soft wash", "Soft wash", 20)
            then("wait", "Dwell", 10)
            then("rinse", "Rinse", 25)
        if machine:
            then("wash", "Wash", 60)

    carried = school == SCHOOLS[1]
    if carried:
        then("fill", "Fill at the shop", 40)
    then("drive", "Drive to the job", 40, 25)
    if not carried:
        then("fill", "Fill at the tap", 40)
    work()
    if school == SCHOOLS[2]:
        then("drive", "Drive to the second job", 20, 10)
        then("fill", "Fill at the tap", 30)
        work()
    if not carried:
        then("dump", "Dump the water", 15)
    then("drive", "Drive home", 40, 25)
    begins = {a: t.top for a, _, t in rig.tanks() if t.liquid.tint != "water"}
    return Day(acts=tuple(acts), begins=begins)


def flow_aboard(rig: Rig) -> float:
    """What all machines aboard draw at once [m³/s]."""
    return sum(given(i)["flow"] for i in rig.items if i.kind in ("machine", "hot-machine"))
