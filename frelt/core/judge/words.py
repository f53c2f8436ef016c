"""Sentences: what a check says, in the reader's units."""

from collections.abc import Sequence
from typing import TYPE_CHECKING

from ..base.text import joined, uncapital
from ..base.units import Units

if TYPE_CHECKING:
    from ..base.units import Units
    from ..statics.limit import Limit
    from .check import Check


def subject(about: "Check | Limit", units: "Units") -> str:
    """What a check or a limit is about; a side is called as the shop calls sides, such as `Axle 2 curb side tire`."""
    if about.end is None:
        return about.subject
    axle, side, noun = about.end
    return f"{axle} {units.side(side)} {noun}"


def when(check: "Check") -> str:
    """`, leaving the yard with water full`, or nothing where no state is meant."""
    return f", {check.when}" if check.when else ""


def spare(check: "Check", units: "Units") -> str:
    """`74 lb too much`, or `1,766 lb to spare`."""
    assert check.margin is not None
    return f"{units.some(abs(check.margin), 'mass')} {'too much' if check.status == 'over' else 'to spare'}"


def carried(subject: str, check: "Check", units: "Units", of: str = "", on: str = "") -> str:
    """`Axle 2 would carry 3,574 lb on a 3,500 lb axle: 74 lb too much`."""
    assert check.load is not None and check.limit is not None
    if check.lifted:
        return f"{subject} would be lifted off: {units.show(-check.load, 'mass')} are missing to hold it down"
    load, limit = units.both(check.load, check.limit, "mass")
    return f"{subject} would carry {load}{of} on {a_rating(limit)} {on}: {spare(check, units)}"


def a_rating(limit: str) -> str:
    """A figure with its article: `a 3,500 lb`, `an 8,000 lb`."""
    return f"{'an' if limit[0] == '8' or limit.startswith(('11 ', '11,', '18 ', '18,')) else 'a'} {limit}"


def sentence(check: "Check", units: "Units") -> str:
    """One whole sentence without its full stop."""
    if check.accepted is not None:
        on = f" on {check.accepted.on}" if check.accepted.on else ""
        return f"{_said(check, units)}; accepted{on}, because {check.accepted.because}"
    return _said(check, units)


def _said(check: "Check", units: "Units") -> str:
    from .check import KINDS

    kind = KINDS.get(check.kind)
    if check.status == "unknown" and check.limit is None:
        return _unknown(check, units)
    own = kind.sentence if kind is not None else None
    said = own(check, units) if own is not None else ""
    said = said or carried(subject(check, units), check, units, on=kind.noun if kind is not None else "rating") + when(check)
    return f"{said}; {_likely(check, units)}" if check.likely is not None and check.status != "over" else said


def _likely(check: "Check", units: "Units") -> str:
    """`likely over: 120 lb too much with what nobody counted`."""
    assert check.load is not None and check.limit is not None
    return f"likely over: {units.show(check.load + check.beyond - check.limit, 'mass')} too much with what nobody counted"


def _unknown(check: "Check", units: "Units") -> str:
    if check.why:
        return check.why
    if check.load is None:
        return f"{subject(check, units)}: no rating entered"
    load = units.show(check.upper or check.load, check.quantity)
    about = subject(check, units)
    if check.typical is None:
        return f"{about}: no rating entered; it carries up to {load} and needs a plate of at least that"
    usual = f"its class usually has {units.show(check.typical, check.quantity)}"
    if check.likely is not None:
        return f"{about}: likely over. It carries up to {load} and no rating is entered; {usual}"
    return f"{about}: no rating entered; it carries up to {load} and needs a plate of at least that; {usual}"


def brief(check: "Check", units: "Units") -> str:
    """A few words for small places: `axle 2 over by 74 lb`, `tongue 10.3 %`."""
    from .check import KINDS

    kind = KINDS.get(check.kind)
    about = uncapital(subject(check, units))
    if check.status == "unknown" and check.limit is None:
        if check.why and kind is not None and kind.brief is not None:
            return kind.brief(check, units)
        if check.why:
            return check.detail[0] if check.detail else "not solved yet"
        return f"{about} likely over, plate unread" if check.likely is not None else f"{about}: rating unknown"
    if kind is not None and kind.brief is not None:
        about = kind.brief(check, units)
        if check.quantity != "mass":
            return about
    if check.status == "unknown":
        return about
    if check.margin is None:
        return about
    if check.status != "over" and check.margin < 0:  # within its ±: it has nothing to spare
        return about
    off = units.show(abs(check.margin), check.quantity)
    if kind is not None and kind.brief is not None and check.side == "low":
        return about
    if check.likely is not None and check.status != "over":
        return f"{about} likely over"
    return f"{about} over by {off}" if check.status == "over" else f"{about} {off} to spare"


def fills_phrase(fills: Sequence[tuple[str, float, float, float]]) -> str:
    """`with water full and SH drawn down`, from (name, fill, low, high) of the tanks that matter most."""
    words = []
    for name, fill, low, high in fills:
        if fill >= 0.995:
            words.append(f"{name} full")
        elif fill <= low + 1e-9 < high:
            words.append(f"{name} drawn down")
        else:
            words.append(f"{name} at {fill * 100:.0f} %")
    return f"with {joined(words)}" if words else ""


ASK = "check with your local authority"
