"""The steps of the path, and the one table of what each is: its title, its page, what it is judged by, what is drawn over the bench."""

from collections.abc import Callable
from typing import TYPE_CHECKING, Literal

from msgspec import Struct

from .step import Step

if TYPE_CHECKING:
    from PyQt6.QtWidgets import QWidget

    from .desk import Desk


Overlay = Literal[
    "room to work", "wishes", "zones", "handles", "lines", "straps", "plates"
]  # lines: along the plan, which is drawn alone
Judged = Literal["", "known", "geometry", "loads", "lines", "held", "weighed"]


class Entry(Struct, frozen=True):
    """A step. page: makes its page; another step whose page it shares; None where it is not built yet.

    judged: what its mark in the path tells.  overlays: what is drawn over the bench.  later: what will come.
    asks: signals of the page that the right column hands on, by name.
    """

    title: str
    page: "Callable[[Desk], QWidget] | Step | None" = None
    judged: Judged = ""
    overlays: frozenset[Overlay] = frozenset()
    later: str = ""
    asks: tuple[str, ...] = ()


def _job(desk: "Desk") -> "QWidget":
    from ..steps.job.page import JobPage

    return JobPage(desk)


def _chassis(desk: "Desk") -> "QWidget":
    from ..steps.chassis.page import ChassisPage

    return ChassisPage(desk)


def _things(desk: "Desk") -> "QWidget":
    from ..steps.things.page import ThingsPage

    return ThingsPage(desk)


def _liquids(desk: "Desk") -> "QWidget":
    from ..steps.liquids.page import LiquidsPage

    return LiquidsPage(desk)


def _hand_over(desk: "Desk") -> "QWidget":
    from ..steps.hand_over.page import HandOverPage

    return HandOverPage(desk)


def _plumbing(desk: "Desk") -> "QWidget":
    from ..steps.plumbing.page import PlumbingPage

    return PlumbingPage(desk)


def _tie_down(desk: "Desk") -> "QWidget":
    from ..steps.tie_down.page import TieDownPage

    return TieDownPage(desk)


def _scale(desk: "Desk") -> "QWidget":
    from ..steps.scale.page import ScalePage

    return ScalePage(desk)


PLACING: frozenset[Overlay] = frozenset({"room to work", "wishes", "zones"})
STEPS: dict[Step, Entry] = {
    Step.JOB: Entry("Job", _job, overlays=frozenset({"wishes"}), asks=("carriers_asked", "started")),
    Step.CHASSIS: Entry("Chassis", _chassis, "known", frozenset({"zones", "handles"})),
    Step.BIG_THINGS: Entry("Big things", _things, "geometry", PLACING),
    Step.SMALL_THINGS: Entry("Small things", Step.BIG_THINGS, overlays=PLACING),
    Step.LIQUIDS: Entry("Liquids, road", _liquids, "loads", asks=("placard_asked",)),
    Step.PLUMBING: Entry("Plumbing", _plumbing, "lines", overlays=frozenset({"lines"})),
    Step.WIRING: Entry(
        "Wiring", later="Batteries, breakers, pumps and generator on a diagram: wire sizes, drops, start order."
    ),
    Step.TIE_DOWN: Entry(
        "Tie-down", _tie_down, "held", overlays=frozenset({"zones", "straps"}), asks=("walk_asked", "held_asked")
    ),
    Step.SCALE: Entry("Test, scale", _scale, "weighed", overlays=frozenset({"plates"}), asks=("scale_asked",)),
    Step.HAND_OVER: Entry("Hand-over", _hand_over, asks=("sheet_asked",)),
}


def page_of(step: Step) -> Step:
    """The step whose page a step shows."""
    page = STEPS[step].page
    return page if isinstance(page, Step) else step
