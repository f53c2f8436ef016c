"""How libraries are loaded, since that is half of a start: some without what is of no use here, Qt's ahead."""

import gc
import sys
from contextlib import suppress
from types import ModuleType


class _Any:
    """Stands in for a type in an annotation."""

    def __class_getitem__(cls, of: object) -> type:
        return cls


def _type(name: str) -> type:
    if name.startswith("__"):
        raise AttributeError(name)
    return _Any


def load() -> None:
    """Load NumPy, msgspec and pathlib, unless somebody has done so already, without 25 ms of what is of no use here.

    NumPy writes help texts into its functions one by one, from two modules of nothing else, and loads seven modules of types for
    annotations. msgspec looks into typing_extensions, which another package may have brought, for what Python has had since 3.11.
    pathlib looks into urllib for one function. All but the help texts is there for whoever asks for it later.
    """
    collecting = gc.isenabled()
    gc.disable()  # all of it stays
    if "numpy" not in sys.modules:
        types = ModuleType("numpy._typing")
        types.__getattr__ = _type  # type: ignore[method-assign]
        texts = [ModuleType(f"numpy._core.{name}") for name in ("_add_newdocs", "_add_newdocs_scalars")]
        sys.modules |= {m.__name__: m for m in (types, *texts)}
        import numpy  # noqa: F401

        del sys.modules["numpy._typing"]
    if "msgspec" not in sys.modules and "typing_extensions" not in sys.modules:
        sys.modules["typing_extensions"] = None  # type: ignore[assignment]  # which is what Python calls a module that is not there
        import msgspec  # noqa: F401

        del sys.modules["typing_extensions"]
    if "pathlib" not in sys.modules and "urllib.parse" not in sys.modules:
        later = ModuleType("urllib.parse")
        later.quote_from_bytes = _quoted  # type: ignore[attr-defined]
        sys.modules["urllib.parse"] = later
        import pathlib  # noqa: F401

        del sys.modules["urllib.parse"]
    if collecting:
        gc.enable()


def _quoted(path: bytes) -> str:
    from urllib.parse import quote_from_bytes

    return quote_from_bytes(path)


def ahead() -> None:
    """Have Qt's libraries and the system's list of fonts read on a second thread, while this one reads Python: 20 ms of a start.

    Neither the system's loader nor fontconfig needs the interpreter meanwhile. What is not where it is looked for is read later, as ever.
    """
    import ctypes
    from _thread import start_new_thread  # threading would be loaded for this alone
    from importlib.util import find_spec

    found = find_spec("PyQt6")
    places = (found.submodule_search_locations if found is not None else None) or []
    loader = ctypes.CDLL(None).dlopen
    loader.argtypes, loader.restype = (ctypes.c_char_p, ctypes.c_int), ctypes.c_void_p

    def read() -> None:
        for place in places:
            for name in ("QtCore", "QtGui", "QtWidgets"):
                loader(f"{place}/{name}.abi3.so".encode(), sys.getdlopenflags())
        with suppress(OSError, AttributeError):
            ctypes.CDLL("libfontconfig.so.1").FcInit()

    start_new_thread(read, ())
