"""Small helpers for sentences: first letters and lists in words."""

from collections.abc import Sequence


def capital(text: str) -> str:
    """The text with its first letter large."""
    return text[:1].upper() + text[1:]


def uncapital(text: str) -> str:
    """The text with its first letter small, unless it begins with an abbreviation."""
    return text if text[1:2].isupper() else text[:1].lower() + text[1:]


def joined(parts: Sequence[str], last: str = "and") -> str:
    """`a`, `a and b`, `a, b and c`."""
    return parts[0] if len(parts) == 1 else f"{', '.join(parts[:-1])} {last} {parts[-1]}" if parts else ""


def told_apart(names: Sequence[str]) -> tuple[str, ...]:
    """The same names in their order, no two alike: a later one of a name that is taken has a number, `Tank (2)`."""
    taken, made = set(names), list(names)
    for k, name in enumerate(names):
        n = 2
        while made[k] in made[:k] or (made[k] != name and made[k] in taken):
            made[k], n = f"{name} ({n})", n + 1
    return tuple(made)


def duration(seconds: float) -> str:
    """`40 s`, `4 min`, `1.3 h`; a word where it never ends."""
    if seconds == float("inf"):
        return "for ever"
    if seconds < 90:
        return f"{seconds:.0f} s"
    return f"{seconds / 60:.0f} min" if seconds < 5400 else f"{seconds / 3600:.1f} h"


# marks that turn the direction of what follows, and halves of characters
ODD = frozenset((*range(0x202A, 0x202F), *range(0x2066, 0x206A), *range(0xD800, 0xE000)))


def plain(text: str) -> str:
    """The text with every control character written out, so that none of it moves a cursor or colors a terminal."""
    return "".join(_escaped(c) if ord(c) < 32 or 127 <= ord(c) < 160 or ord(c) in ODD else c for c in text)


def _escaped(sign: str) -> str:
    return {"\n": "\\n", "\r": "\\r", "\t": "\\t"}.get(sign) or (
        f"\\x{ord(sign):02x}" if ord(sign) < 256 else f"\\u{ord(sign):04x}"
    )
