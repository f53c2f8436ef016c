"""The steps of the path, by name. What each of them is stands in `steps`."""

from enum import IntEnum


class Step(IntEnum):
    """The steps, in the order of the path."""

    JOB = 0
    CHASSIS = 1
    BIG_THINGS = 2
    SMALL_THINGS = 3
    LIQUIDS = 4
    PLUMBING = 5
    WIRING = 6
    TIE_DOWN = 7
    SCALE = 8
    HAND_OVER = 9


THINGS = (Step.BIG_THINGS, Step.SMALL_THINGS)  # the steps in which things are placed
