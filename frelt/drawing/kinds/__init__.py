"""How each kind is drawn: one file a kind, named by its id with underscores, loaded when something of it is first drawn."""

from ...core.base.by_id import load_by_id


def load(kind_id: str) -> None:
    """Load the sketch of a kind, if there is one."""
    load_by_id(__name__, kind_id)
