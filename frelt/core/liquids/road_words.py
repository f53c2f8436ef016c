"""Why a road fill is not proved, in words: the same on the page, on the placard and on a terminal."""

from ..base.text import joined, uncapital
from .road_fill import RoadFill


def why_not_proved(found: RoadFill) -> tuple[str, ...]:
    """A sentence each on what has no plate to be right by, what a ticket read over its plate and what is likely over; unread plates are
    told with their places.
    """
    said = []
    if found.bare:
        said.append(f"No plate is there to be right by, all are not rated: {joined(list(found.bare))}.")
    if found.read_over:
        said.append(f"A scale ticket reads over a plate at fills as these: {joined([uncapital(s) for s in found.read_over])}.")
    if found.likely:
        names = joined([uncapital(s) for s in found.likely])
        said.append(f"Likely over at these fills, with what nobody counted: {names}.")
    return tuple(said)


def not_rated_words(found: RoadFill) -> str:
    """Which plates are not rated, so that nothing is judged by them; empty where there are none."""
    return f"Not rated, so not judged by: {joined([uncapital(s) for s in found.unrated])}." if found.unrated else ""
