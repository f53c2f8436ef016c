"""What some steps bring to the drawings: lines to draw and press, straps to lay, the plates of a ticket.

Each is there once its step was shown, or when it is first asked for; none is any part of the first frame.
"""

from functools import cached_property
from typing import TYPE_CHECKING

from PyQt6.QtWidgets import QWidget

from ..frame.desk import Desk
from ..frame.steps import STEPS

if TYPE_CHECKING:
    from ..steps.plumbing.now import LinesNow
    from ..steps.scale.now import ScaleNow
    from ..steps.tie_down.now import HoldNow
    from .hold_drag import HoldDrag
    from .line_drag import LineDrag


class StepTools:
    """Of one bench. lines, hold, scale: what the steps know of the rig; None until they are shown."""

    def __init__(self, bench: QWidget, desk: Desk) -> None:
        self._bench, self.desk = bench, desk
        self.lines: LinesNow | None = None
        self.hold: HoldNow | None = None
        self.scale: ScaleNow | None = None

    @property
    def alone(self) -> bool:
        """Whether the step in hand wants the plan or the side alone, with what runs along it."""
        return "lines" in STEPS[self.desk.step].overlays

    @cached_property
    def line_drag(self) -> "LineDrag":
        """How lines are drawn."""
        from .line_drag import LineDrag

        return LineDrag(self.desk)

    @cached_property
    def hold_drag(self) -> "HoldDrag":
        """How straps are laid."""
        from .hold_drag import HoldDrag

        return HoldDrag(self.desk)

    def ready(self) -> None:
        """Make the gestures, so that the first one waits for nothing."""
        assert self.line_drag is not None and self.hold_drag is not None

    def show_lines(self, now: "LinesNow") -> None:
        """From now on the lines are drawn in their step, and pressed there."""
        self.lines = self.line_drag.now = now
        now.held_changed.connect(self._bench.update)
        self._bench.update()

    def show_held(self, now: "HoldNow") -> None:
        """From now on straps are laid and pressed in their step."""
        self.hold = self.hold_drag.now = now
        now.changed.connect(self._bench.update)
        now.told.connect(self._bench.update)
        self._bench.update()

    def show_plates(self, now: "ScaleNow") -> None:
        """From now on the plates of a ticket are drawn in their step."""
        self.scale = now
        now.changed.connect(self._bench.update)
        self._bench.update()
