"""What is not right with lines, or with how things are held, in words."""

from msgspec import Struct

from ..judge.status import Level


class Finding(Struct, frozen=True):
    """One thing that is not right. level: how grave; doubt: whether it is a thing nobody can know.  where: ids of what it is about."""

    level: Level
    words: str
    where: tuple[str, ...] = ()
    doubt: bool = False
