"""The document: the rigs of one job, their tickets and log."""

from typing import Literal

from ..base.value import Text, Value
from .brief import Brief
from .names import LocalId, RecordedName, RecordedRig
from .rig import Rig
from .ticket import Ticket

FORMAT = "frelt"
VERSION = 7


class Job(Value, frozen=True, kw_only=True):
    """What the rig is for. brief: what is asked of it, from which the equipment follows."""

    name: Text = ""
    customer: Text = ""
    washes: Text = ""
    note: Text = ""
    brief: Brief = Brief()


class Walk(Value, frozen=True, kw_only=True):
    """A walk around a rig before the road, kept as it was. when: ISO date and time.  done, left: what was ticked, and what was not.

    goes_on: whether it is not finished yet; until then it is written anew with each tick.  ticked: keys of what was ticked so far.
    """

    id: LocalId
    rig: RecordedRig
    when: Text
    done: tuple[Text, ...] = ()
    left: tuple[Text, ...] = ()
    goes_on: bool = False
    ticked: tuple[Text, ...] = ()
    names: dict[RecordedName, Text] = {}


class LogEntry(Value, frozen=True, kw_only=True):
    """A line of the log, which only grows. when: ISO date and time."""

    id: LocalId
    when: Text
    text: Text
    rig: RecordedRig | None = None
    names: dict[RecordedName, Text] = {}


class Attachment(Value, frozen=True, kw_only=True):
    """A file beside the document, in the folder of its name. path: relative.  sha256: of its bytes."""

    path: Text
    sha256: Text
    note: Text = ""


class Document(Value, frozen=True, kw_only=True, omit_defaults=False):
    """A whole `*.frelt.json` file."""

    format: Literal["frelt"] = "frelt"
    version: Literal[7] = 7
    job: Job = Job()
    rigs: tuple[Rig, ...] = ()
    tickets: tuple[Ticket, ...] = ()
    log: tuple[LogEntry, ...] = ()
    attachments: tuple[Attachment, ...] = ()
    walks: tuple[Walk, ...] = ()

    def rig(self, rig_id: str) -> Rig:
        """The rig of that id. Raises KeyError."""
        for rig in self.rigs:
            if rig.id == rig_id:
                return rig
        raise KeyError(rig_id)
