"""What a post or a bar says when the pointer rests on it: what, from what, why."""

from html import escape

from ...core.base.text import capital
from ...core.base.units import Units
from ...core.judge.check import KINDS, Check
from ...core.judge.marks import WORDS, mark_of
from ...core.judge.words import sentence, subject
from ...core.report.because import because
from ...core.solve import Solved

LISTED = 3


def told(solved: Solved, check: Check, units: Units) -> str:
    """As rich text: the finding, what makes it for the most part, and where its figure comes from."""
    lines = [f"<b>{escape(subject(check, units))}</b>: {WORDS[mark_of(check)]}", f"{escape(capital(sentence(check, units)))}."]
    made = because(solved, check, LISTED)
    if made is not None:
        share = check.quantity == "share"
        parts = [
            f"{escape(p.name)} {'−' if p.value < 0 else '+' if share else ''}{units.show(abs(p.value), check.quantity)}"
            for p in made.parts
        ]
        lines.append(f"{'Moved' if share else 'Made'} most by {', '.join(parts)}.")
    kind = KINDS.get(check.kind)
    if kind is not None:
        lines.append(f"<i>{escape(capital(kind.plate))}. Source: {escape(kind.source)}.</i>")
    return "<br>".join([*lines, "Click for all of it."])
