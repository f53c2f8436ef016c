"""The customer's wishes: each stays shown as kept or broken."""

from collections.abc import Iterable
from typing import TYPE_CHECKING

from ..base.units import Units
from ..geometry.frames import Frames
from ..judge.check import Check, CheckKind, register
from ..model.rig import Rig

if TYPE_CHECKING:
    from ..statics.loads import Loads


def _weighed(rig: Rig, frames: Frames, loads: "Loads") -> Iterable[Check]:
    if not rig.wishes:
        return
    from ..judge.wishes import judged

    for n, said in enumerate(judged(rig, frames, loads)):
        if said.kept is None:
            continue
        yield Check(
            id=f"wish:{n}",
            kind="wish",
            subject=said.wish.text,
            quantity="share",
            status="ok" if said.kept else "over",
            by_rule=True,
            items=said.items,
            why=said.why,
        )


def _sentence(c: Check, units: Units) -> str:
    return f"Wish kept: {c.subject}" if c.status == "ok" else f"Wish broken: {c.subject}; {c.why or 'marked so'}"


def _brief(c: Check, units: Units) -> str:
    return f"wish {'kept' if c.status == 'ok' else 'broken'}: {c.subject}"


register(
    CheckKind(
        "wish",
        "Customer's wish",
        plate="asked for under Job; change or drop it with the customer",
        source="the customer",
        weighed=_weighed,
        sentence=_sentence,
        brief=_brief,
        level="wish",
        acceptable=False,
    )
)
