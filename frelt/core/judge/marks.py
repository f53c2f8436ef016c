"""The mark of a check: what is seen of its level and its status together."""

from collections.abc import Iterable, Mapping
from typing import Literal

from .check import Check
from .status import GRAVE, QUIET

Mark = Literal["over", "likely", "unknown", "law", "tight", "advice", "wish", "accepted", "ok"]
WORDS: Mapping[Mark, str] = {  # as a word in tables and on paper
    "over": "over",
    "likely": "likely over",
    "unknown": "unread",
    "law": "law",
    "tight": "tight",
    "advice": "look at",
    "wish": "wish",
    "accepted": "accepted",
    "ok": "within",
}


def mark_of(check: Check) -> Mark:
    """A check's mark: red only where something breaks or can hurt; law, advice and wishes have marks of their own."""
    level = check.level or "broken"
    if check.accepted is not None:
        return "accepted"
    if check.likely is not None and check.status != "over":
        return "likely"
    if check.status == "ok":
        return "ok"
    if check.status == "unknown" and check.quantity == "length":  # a place to look at, not a plate
        return "law" if level == "law" else "advice"
    if level == "law" or level == "advice" or level == "wish":
        return level
    return check.status


def worst_mark(checks: Iterable[Check]) -> Mark:
    """The mark of the one that is spoken of first; unread where there is none."""
    first = min(checks, key=lambda c: c.rank, default=None)
    return "unknown" if first is None else mark_of(first)


def is_broken(check: Check) -> bool:
    """Whether it is over on a level that is red."""
    return check.status == "over" and check.accepted is None and (check.level or "broken") in GRAVE


def is_open(check: Check) -> bool:
    """Whether anything is to be said of it."""
    return check.rank[0] < QUIET


def is_taken_on(check: Check) -> bool:
    """Whether it is over on a level that is red, and somebody accepted it: quiet, and still so."""
    return check.status == "over" and check.accepted is not None and (check.level or "broken") in GRAVE


def counted(checks: Iterable[Check], said: Check | None) -> str:
    """How many others there are beside the one spoken of, by level: `1 more broken, 2 likely over, 9 plates unread, 4 to look at,
    1 accepted danger`; or nothing.
    """
    broken = danger = likely = look = 0
    taken = {"broken": 0, "danger": 0}
    plates: set[str] = set()
    for c in checks:
        if is_taken_on(c):
            taken[c.level or "broken"] += 1
        if c is said or not is_open(c):
            continue
        if is_broken(c):
            broken, danger = broken + (c.level != "danger"), danger + (c.level == "danger")
        elif mark_of(c) == "likely":
            likely += 1
        elif mark_of(c) == "unknown" and c.field:
            plates.add(c.field)  # two tires of one axle have one plate
        else:
            look += 1
    unread = len(plates - {said.field} if said is not None else plates)
    of: str = "" if said is None else mark_of(said)
    if said is not None and is_broken(said):
        of = "danger" if said.level == "danger" else "broken"
    parts = [
        f"{broken}{' more' if of == 'broken' else ''} broken" if broken else "",
        f"{danger}{' more' if of == 'danger' else ''} {'danger' if danger == 1 else 'dangers'}" if danger else "",
        f"{likely}{' more' if of == 'likely' else ''} likely over" if likely else "",
        f"{unread}{' more' if of == 'unknown' else ''} {'plate' if unread == 1 else 'plates'} unread" if unread else "",
        f"{look}{' more' if of in ('law', 'tight', 'advice', 'wish') else ''} to look at" if look else "",
        f"{taken['danger']} accepted {'danger' if taken['danger'] == 1 else 'dangers'}" if taken["danger"] else "",
        f"{taken['broken']} broken and accepted" if taken["broken"] else "",
    ]
    return ", ".join(filter(None, parts))
