"""The drawings of the deck that is looked at closely, and of the level of the plan that is chosen."""

from ...core.solve import Solved
from ...core.space.levels import carried
from ...core.space.solids import solids
from ...drawing.views import Scene, View, at_seen
from ..frame.desk import Desk


def looked_at(desk: Desk, solved: Solved, scenes: dict[View, Scene]) -> dict[View, Scene]:
    """The deck that is looked at fills the drawings; one level of the plan is shown where one is chosen."""
    level = desk.close_up.level_shown
    if level is None and not desk.close_up.closely:
        return scenes
    from ...drawing.close_up import at_level, closer, room_of, wall_only

    listed = desk.close_up.levels if level is not None else ()
    if desk.close_up.closely:
        base = desk.session.solved if desk.dragging else solved  # the room stays while something is dragged in it
        deck, on = solved.rig.deck(desk.close_up.deck), carried(solved.rig, desk.close_up.deck)
        if base is not None:
            high = on if level is None else frozenset(i for one in listed[: level + 1] for i in one.items)
            room = room_of(deck, base.frames, solids(base.rig, base.frames), high)
            scenes = closer(scenes, room, wall_only(deck, base.frames, on))
    if level is None:
        return scenes
    over = frozenset(i for one in listed[level + 1 :] for i in one.items)
    held = frozenset(desk.held) if desk.in_hand else frozenset()
    return {**scenes, "plan": at_level(scenes["plan"], listed[level].items, over, held)}


def holds(scene: Scene, at: tuple[float, float, float]) -> bool:
    """Whether a point of the rig lies in a drawing that is broken off around what is looked at; in a whole one, always."""
    u, v = at_seen(at, scene.view)
    x0, y0, x1, y1 = scene.extent
    return not scene.broken or (x0 <= u <= x1 and y0 <= v <= y1)
