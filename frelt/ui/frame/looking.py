"""What is shown: states, steps, carriers, sides, the walkable floor, and where the keys go."""

from typing import TYPE_CHECKING

from msgspec.structs import replace

from ...core.base.text import capital
from ...core.space.levels import near
from ...drawing.layout import Box
from ...drawing.overlay.limits import Spot
from .desk import WORST
from .step import THINGS, Step

if TYPE_CHECKING:
    from .window import Window


class Looking:
    """Changes what the window shows, never the rig, but for what is counted."""

    def __init__(self, window: "Window") -> None:
        self.window, self.desk = window, window.desk

    def state_by(self, step: int) -> None:
        """The state so many further, the worst of all after the last."""
        rig = self.desk.rig
        if rig is not None and rig.states:
            order = [s.id for s in rig.states] + [WORST]
            self.desk.show_state(order[(order.index(self.desk.state_id) + step) % len(order)])

    def worst_state(self) -> None:
        """The worst of all states."""
        self.desk.show_state(WORST)

    def step_by(self, step: int) -> None:
        """The step of the path so many further."""
        self.desk.go(Step((self.desk.step + step) % len(Step)))

    def whole_pair(self) -> None:
        """Vehicle and trailer from end to end, or one of them with the other broken off."""
        rig = self.desk.rig
        if rig is None or len(rig.carriers) < 2:
            self.desk.refused.emit("There is one carrier here: hitch another to it under Job.")
            return
        self.desk.whole_pair = not self.desk.whole_pair
        self.desk.carrier_changed.emit()

    def other_carrier(self) -> None:
        """Work on the other one of vehicle and trailer."""
        rig, now = self.desk.rig, self.desk.carrier
        other = next((c for c in rig.carriers if c is not now), None) if rig is not None else None
        if other is not None:
            self.desk.show_carrier(other.id)

    def closely(self) -> None:
        """The deck in hand fills the drawings, then the shelf that what is in hand stands on, then back to the whole rig."""
        desk, solved, carrier = self.desk, self.desk.solved, self.desk.carrier
        if solved is None or carrier is None:
            return
        listed = near(solved.rig, solved.frames, carrier, desk.in_hand)
        at = listed.index(desk.close_up.deck) + 1 if desk.close_up.closely and desk.close_up.deck in listed else 0
        desk.close_up.look_at(listed[at] if at < len(listed) and (at or not desk.close_up.closely) else "")

    def other_side(self) -> None:
        """The other side in front."""
        bench = self.window.bench
        bench.right_side = not bench.right_side
        bench.update()

    def to_cause(self) -> None:
        """To what the verdict speaks of: the things it is about in hand, or the card of the load that is too much."""
        desk, bench, check = self.desk, self.window.bench, self.desk.worst_check()
        rig = desk.rig
        if check is None or rig is None:
            return
        there = [i for i in check.items if any(i == one.id for one in rig.items)]
        if there:
            desk.take_all(there)
            bench.setFocus()
            return
        if bench.loads.of(check) is None:
            other = next((c.id for c in rig.carriers if c is not desk.carrier), "")
            if other:
                desk.show_carrier(other)
                bench.grab()  # so that its posts stand somewhere
        middle = Box(bench.width() / 2 - 100, 8, 200, 60)
        self.window.ask_figure(bench.loads.of(check) or Spot(middle, check, check.field))

    def walk(self) -> None:
        """Show or hide the floor a person can walk."""
        self.desk.walking = not self.desk.walking
        self.window.bench.update()
        self.desk.said.emit(self.window.work.walk_words() if self.desk.walking else "The walkable floor is hidden.")

    def lines(self) -> None:
        """Show or hide the lines over the plan in the other steps."""
        self.desk.lines_shown = not self.desk.lines_shown
        self.window.bench.update()
        rig = self.desk.rig
        none = rig is None or not rig.plumbing.lines
        on = "No line is drawn yet: under Plumbing they are." if none else "The lines are shown over the plan."
        self.desk.said.emit(on if self.desk.lines_shown else "The lines are hidden.")

    def count_later(self) -> None:
        """Count the weights to come of kept places in every check, or leave them out."""
        rig = self.desk.session.rig
        if rig is not None:
            on = not rig.later_counted
            words = "what comes later is counted" if on else "what comes later is left out"
            if self.desk.edit(lambda r: replace(r, later_counted=on), words):
                self.desk.said.emit(f"{capital(words)} in every check.")

    def repeat(self) -> None:
        """Ask how many and how far apart, beside the item in hand."""
        if self.desk.held:
            self.window.right.things.hand.open_row()

    def to_aboard(self) -> None:
        """The keys into the list of what is aboard, there to be taken in hand by name or number."""
        self.desk.take("")
        if self.desk.step not in THINGS:
            self.desk.go(Step.BIG_THINGS)
        things = self.window.right.things
        things.show_catalog(False)
        things.aboard.box.setFocus()
        things.aboard.box.selectAll()

    def to_catalog(self) -> None:
        """The keys into the catalog's box."""
        self.desk.take("")
        if self.desk.step not in THINGS:
            self.desk.go(Step.BIG_THINGS)
        self.window.right.things.show_catalog(True)
        box = self.window.right.things.catalog.box
        box.setFocus()
        box.selectAll()

    def to_bench(self) -> None:
        """To the bench, and from the bench to the right column."""
        if self.window.bench.hasFocus():
            self.window.right.enter()
        else:
            self.window.bench.setFocus()
