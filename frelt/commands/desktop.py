"""`frelt desktop`: the entry in the desktop's menu, put there or taken out."""

import argparse

from ..app import desktop_entry
from ..app.settings import SettingsStore
from ..core.base.text import plain
from ..core.base.value import FreltError
from .common import BAD, OK, complain


def command(options: argparse.Namespace) -> int:
    """Put the entry into the desktop's menu, or take it out."""
    remove: bool = options.remove
    try:
        program = desktop_entry.program()
        if remove:
            done = desktop_entry.remove()
        elif program is None:
            raise FreltError("this is a checkout of the source; expected a program that was installed, by pipx say")
        else:
            done = desktop_entry.install(program)
        SettingsStore().change(menu=not remove)
    except (FreltError, OSError) as err:
        complain(str(err))
        return BAD
    for path in done:
        print(plain(f"{'taken away' if remove else 'written'}: {path}"))
    if not done:
        print("nothing to do")
    return OK
