"""What is done to lines from the line plan: handles turned, machines run, lines drawn and taken out, each a step of undo."""

from ....core.edit.plumbing import joined_ports, switched, taken_out, turned, without
from ....core.fitting.kind import Hand
from ....core.fitting.registry import type_of
from ....core.model.plumbing import Fitting
from ....drawing.line_plan.layout import Placed
from ...frame.desk import Desk
from .now import LinesNow


class LineEdits:
    """Edits of the lines in hand."""

    def __init__(self, desk: Desk, now: LinesNow) -> None:
        self.desk, self.now = desk, now

    def turn(self, block: Placed) -> None:
        """Turn a handle over: open or shut, first or second way, held or let go, running or not."""
        rig = self.now.rig
        if rig is None:
            return
        fitting = rig.plumbing.fitting(block.block.fitting)
        if fitting is not None:
            hand = type_of(fitting).hand or Hand()
            stands = 0.0 if fitting.stands > (0.02 if hand.over < 1 else 0.499999) else hand.over
            self.desk.edit(lambda r: turned(r, fitting.id, stands), f"{fitting.name or fitting.kind} turned")
        elif block.block.glyph in ("machine", "pump"):
            item = block.block.item
            runs = item in rig.plumbing.running
            self.desk.edit(lambda r: switched(r, item), f"{block.block.name} {'stopped' if runs else 'started'}")

    def turn_by(self, fitting: Fitting, by: float) -> None:
        """Turn a handle by a share; turns that follow each other are one step of undo."""
        stands = round(fitting.stands + by, 4)
        self.desk.edit(lambda r: turned(r, fitting.id, stands), f"{fitting.name or fitting.kind} turned", f"turn {fitting.id}")

    def join(self, start: str, end: str) -> None:
        """Draw a line from port to port."""
        self.desk.edit(lambda r: joined_ports(r, start, end), "line drawn")
        rig = self.now.rig
        if (
            rig is not None
            and rig.plumbing.lines
            and {rig.plumbing.lines[-1].start, rig.plumbing.lines[-1].end} == {start, end}
        ):
            self.now.take(rig.plumbing.lines[-1].id)

    def remove(self) -> None:
        """Take what is in hand away: a line, or a fitting, whose two lines become one."""
        rig, held = self.now.rig, self.now.held
        if rig is None:
            return
        fitting, drawn = rig.plumbing.fitting(held), rig.plumbing.line(held)
        if fitting is None and drawn is None:
            self.desk.refused.emit("Things are taken off under Big things; here lines and fittings are.")
            return
        self.now.take("")
        if fitting is not None:
            self.desk.edit(lambda r: taken_out(r, held), f"{fitting.name or fitting.kind} taken out")
        else:
            self.desk.edit(lambda r: without(r, (held,)), "line taken out")
