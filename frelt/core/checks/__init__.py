"""The checks: one file each, found by import. See `core.judge.check` for how to add one."""

from importlib import import_module
from pkgutil import iter_modules

for _module in iter_modules(__path__):
    import_module(f"{__name__}.{_module.name}")
