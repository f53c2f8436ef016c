"""File versions move up by small registered steps: one file a step, found by import.

A step is a function from the raw document of version n to that of n + 1:

    @step(1)
    def split_hose_mass(raw): ...

Each has a test of its own; a test holds that every version up to the present has its step.
"""

from collections.abc import Callable
from functools import cache
from importlib import import_module
from pkgutil import iter_modules
from typing import Any

Raw = dict[str, Any]
STEPS: dict[int, Callable[[Raw], Raw]] = {}


def step(
    version: int, steps: dict[int, Callable[[Raw], Raw]] = STEPS
) -> Callable[[Callable[[Raw], Raw]], Callable[[Raw], Raw]]:
    """Register the step that starts from a version. Raises ValueError where there is one."""

    def keep(function: Callable[[Raw], Raw]) -> Callable[[Raw], Raw]:
        if version in steps:
            raise ValueError(f"version {version} has a step already")
        steps[version] = function
        return function

    return keep


def migrate(raw: Raw, to: int, steps: dict[int, Callable[[Raw], Raw]] = STEPS) -> Raw:
    """The raw document brought up to a version, step by step."""
    while raw["version"] < to:
        every()
        raw = {**steps[raw["version"]](raw), "version": raw["version"] + 1}
    return raw


@cache
def every() -> None:
    """Load every step; a file of today's version needs none."""
    for module in iter_modules(__path__):
        import_module(f"{__name__}.{module.name}")
