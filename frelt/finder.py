"""How the program's own files and NumPy's are found: where they must be, with one look each, which saves 20 ms of a start of 270.

Python looks through every folder for each form that a module may have, and asks four times for each file. Byte code is taken as
Python takes it, where it is of the source as it stands (its magic number, and the source's time and size: importlib's own rule); what is
anything else is left to Python.
"""

import sys
from collections.abc import Sequence
from importlib.machinery import ModuleSpec, SourceFileLoader
from importlib.util import MAGIC_NUMBER
from marshal import loads
from os import stat, stat_result
from types import CodeType, ModuleType

LOOKED_FOR = (__name__.partition(".")[0] + ".", "numpy.", "msgspec.")  # what every start loads hundreds of files of
BY_TIME = MAGIC_NUMBER + bytes(4)  # how byte code begins that is known by its source's time and size, 8 bytes that follow
COMPILED = f".{sys.implementation.cache_tag}.pyc"


class _Loader(SourceFileLoader):
    def __init__(self, name: str, path: str, cached: str, source: stat_result) -> None:
        self.name, self.path = name, path
        self._cached, self._source = cached, source

    def get_code(self, fullname: str) -> CodeType | None:
        try:
            with open(self._cached, "rb", 0) as file:
                data = file.read()
        except OSError:
            return super().get_code(fullname)
        stamp = int(self._source.st_mtime) & 0xFFFFFFFF | (self._source.st_size & 0xFFFFFFFF) << 32
        if data[:16] != BY_TIME + stamp.to_bytes(8, "little"):
            return super().get_code(fullname)
        code: CodeType = loads(memoryview(data)[16:])
        return code


class Finder:
    """Asked before Python's own, about a few packages only. No subclass: `importlib.abc` loads more than this saves."""

    @staticmethod
    def find_spec(fullname: str, path: Sequence[str] | None, target: ModuleType | None = None) -> ModuleSpec | None:
        """Where a module is; None for all that is not a plain Python file of those packages."""
        if not fullname.startswith(LOOKED_FOR) or not path:
            return None
        folder, stem = path[0], fullname.rpartition(".")[2]
        file, below = f"{folder}/{stem}.py", ""
        try:
            source = stat(file)
        except OSError:
            folder, stem = f"{folder}/{stem}", "__init__"
            file, below = f"{folder}/{stem}.py", folder
            try:
                source = stat(file)
            except OSError:
                return None
        cached = f"{folder}/__pycache__/{stem}{COMPILED}"
        made = ModuleSpec(fullname, _Loader(fullname, file, cached, source), origin=file, is_package=bool(below))
        made.has_location, made.cached = True, cached
        if made.submodule_search_locations is not None:
            made.submodule_search_locations.append(below)
        return made


def install() -> None:
    """Let it find what is loaded from now on, unless byte code lies elsewhere or is of another kind."""
    if not sys.flags.optimize and sys.pycache_prefix is None and Finder not in sys.meta_path:
        sys.meta_path.insert(0, Finder)
