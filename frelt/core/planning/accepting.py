"""Accepting a finding, and taking that back."""

from msgspec.structs import replace

from ..base.value import FreltError
from ..judge.accepted import accepted_now, id_of, may_be
from ..judge.check import Check
from ..model.rig import Rig
from ..solve import Solved


def accept(solved: Solved, check: Check, because: str, on: str) -> Rig:
    """The rig with a finding accepted for a reason, on a day. Raises FreltError where it may not be."""
    if not may_be(check):
        raise FreltError("a plate, a support below zero and tipping are not to be accepted: only what is a matter of judgement")
    if not because.strip():
        raise FreltError("say why it is accepted, in a few words")
    one = accepted_now(check, solved.rig, solved.frames, because.strip(), on)
    return replace(solved.rig, accepted=(*(a for a in solved.rig.accepted if id_of(a) != check.id), one))


def not_accepted(rig: Rig, check_id: str) -> Rig:
    """The rig with a finding open again."""
    return replace(rig, accepted=tuple(a for a in rig.accepted if id_of(a) != check_id))
