"""Days to begin with, one for each way a crew works; every time and length is there to be dragged."""

from collections.abc import Callable

from ..base.constants import TRIGGER_SHARE
from ..kind.capability import can
from ..model.day import Act, ActKind, Day
from ..model.rig import Rig

NewId = Callable[[str], str]
MILE, HOUR, MINUTE = 1609.344, 3600.0, 60.0
SCHOOLS = ("Water from a tap on site, dumped before the road", "Water carried from the shop", "Two stops, soft wash")


def template(rig: Rig, school: str, new_id: NewId) -> Day:
    """A day of one school; what the rig does not have aboard is left out."""
    soft = any(can(i, "soft wash") for i in rig.items) and any(t.liquid.role == "SH" for _, _, t in rig.tanks())
    machine = any(can(i, "wash") for i in rig.items)
    acts: list[Act] = []
    now = 7 * HOUR

    def then(kind: ActKind, name: str, minutes: float, miles: float = 0.0, duty: float = 1.0) -> None:
        nonlocal now
        length = minutes * MINUTE
        acts.append(Act(id=new_id("act"), kind=kind, name=name, start=now, length=length, distance=miles * MILE, duty=duty))
        now += length

    def work(tap: bool) -> None:
        begin = now
        if tap:
            then("wait", "Set up", 20)
        if soft:
            then("soft wash", "Soft wash", 20, duty=TRIGGER_SHARE)
            then("wait", "Dwell", 10)
            then("rinse", "Rinse", 25, duty=TRIGGER_SHARE)
        if machine:
            then("wash", "Wash", 60, duty=TRIGGER_SHARE)
        if tap:  # the tap runs all the while, as a second lane
            acts.append(Act(id=new_id("act"), kind="fill", name="Tap into the tank", start=begin, length=now - begin, lane=1))

    carried = school == SCHOOLS[1]
    if carried:
        then("fill", "Fill at the shop", 40)
    then("drive", "Drive to the job", 40, 25)
    work(not carried)
    if school == SCHOOLS[2]:
        then("drive", "Drive to the second job", 20, 10)
        work(True)
    if not carried:
        then("dump", "Dump the water", 15)
    then("drive", "Drive home", 40, 25)
    begins = {a: t.top for a, _, t in rig.tanks() if t.liquid.role != "water"}
    return Day(acts=tuple(acts), begins=begins)
