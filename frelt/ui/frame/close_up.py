"""The deck that fills the drawings, and the level of the plan that is chosen."""

from typing import TYPE_CHECKING

from ...core.space.levels import Level, levels
from .step import Step

if TYPE_CHECKING:
    from .desk import Desk


class CloseUp:
    """Of one desk. deck: that fills the drawings, or none.  level: of the levels of what is drawn, or all of them."""

    def __init__(self, desk: "Desk") -> None:
        self._desk = desk
        self.deck = ""
        self.level: int | None = None

    @property
    def drawn(self) -> str:
        """The deck whose levels are shown: the one looked at closely while it is there, else the main one of the carrier drawn."""
        solved, carrier = self._desk.solved, self._desk.carrier
        if solved is None or carrier is None:
            return ""
        close = self.deck if solved.frames.carrier_of.get(self.deck) == carrier.id else ""
        return close if close in solved.frames.decks else carrier.main_deck.id

    @property
    def closely(self) -> bool:
        """Whether one deck fills the drawings; the chassis is worked on whole."""
        return bool(self.deck) and self._desk.step is not Step.CHASSIS and self.drawn == self.deck

    @property
    def levels(self) -> tuple[Level, ...]:
        """The levels of what is drawn, the lowest first; nothing where nothing is stacked."""
        solved = self._desk.solved
        return levels(solved.rig, solved.frames, self.drawn) if solved is not None and self.drawn else ()

    @property
    def level_shown(self) -> int | None:
        """The level of the plan that is chosen and still there, or None for all."""
        return self.level if self.level is not None and self.level < len(self.levels) else None

    def look_at(self, deck_id: str, level: int | None = None) -> None:
        """Let a deck fill the drawings, or none; at one of its levels, or all of them."""
        self.leave(deck_id, level)
        self._desk.carrier_changed.emit()

    def leave(self, deck_id: str = "", level: int | None = None) -> None:
        """The same, where the drawings are told otherwise."""
        self.deck, self.level = deck_id, level

    def level_by(self, step: int) -> None:
        """The level above or below of what is drawn; all of them are one of the stops."""
        count = len(self.levels)
        if not count:
            self._desk.refused.emit("Nothing is stacked here: there is one level.")
            return
        at = ((count if self.level_shown is None else self.level_shown) + step) % (count + 1)
        self.look_at(self.deck, None if at == count else at)
