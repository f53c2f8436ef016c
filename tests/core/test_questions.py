"""Unlikely entries are questioned, usual ones are not."""

import pytest
from msgspec.structs import replace

from frelt.app.stock import classes
from frelt.core.base.figure import Figure, plate
from frelt.core.base.units import METRIC, US
from frelt.core.model.carrier import Tires, Trailer, TrailerEmpty
from frelt.core.planning.questions import questions
from tests.conftest import demo, trailer


@pytest.mark.parametrize("choice", classes(), ids=lambda c: c.id)
def test_shipped_classes_and_demo_trailers_raise_no_question(choice: object) -> None:
    assert questions(choice.carrier, US) == ()  # type: ignore[attr-defined]
    for name in ("barn-wash", "hull-rinse", "solar-rinse"):
        carried = demo(name).rigs[0].trailer
        assert carried is not None and questions(carried, US) == ()


def changed(**fields: object) -> Trailer:
    return replace(trailer(), **fields)


def with_axle(**fields: object) -> Trailer:
    return changed(axles=(replace(trailer().axles[0], **fields),))


BASE = trailer().ratings
ODD = [
    (with_axle(x=6.0), "stands behind the deck"),
    (with_axle(track=1.0), "A track of 1,000 mm is unusual"),
    (with_axle(x=4.2), "of the deck's length behind its front edge"),
    (changed(coupler_x=-0.2), "very near the deck"),
    (changed(ratings=replace(BASE, gross=plate(2500))), "less than 85 % of the gross rating"),
    (changed(ratings=replace(BASE, gross=plate(1500), coupler_gross=plate(1200))), "less than the gross rating"),
    (changed(ratings=replace(BASE, gross=plate(1500), coupler_tongue=plate(100))), "below 10 % of the gross rating"),
    (with_axle(tires=Tires(rating=plate(600))), "less than its 1,500 kg (49 CFR 571.120)"),
    (with_axle(tires=Tires(load_index=80)), "The tires of axle 1 carry 900 kg together"),
    (changed(empty=TrailerEmpty(tongue=Figure(value=250), axles=Figure(value=250))), "An empty tongue of 50.0 % is unusual"),
    (changed(ratings=replace(BASE, gross=plate(550), coupler_tongue=plate(90))), "of its gross rating: weighed with something aboard?"),
    (changed(empty=TrailerEmpty(tongue=Figure(value=50), axles=Figure(value=450), left=Figure(value=300), right=Figure(value=250))), "do not add up"),
]  # fmt: skip


@pytest.mark.parametrize(("odd", "words"), ODD, ids=[w for _, w in ODD])
def test_an_unlikely_entry_is_questioned(odd: Trailer, words: str) -> None:
    """Source of the tire rule: 49 CFR 571.120; 102 in: 23 CFR 658.15; the rest common practice, no source."""
    assert any(words in q.words for q in questions(odd, METRIC)), [q.words for q in questions(odd, METRIC)]


def test_a_wide_deck_points_at_the_law_and_does_not_rule() -> None:
    deck = replace(trailer().main_deck, outline=((0, -1.35), (5, -1.35), (5, 1.35), (0, 1.35)))
    asked = questions(changed(decks=(deck,)), US)
    assert [q.field for q in asked] == ["width"] or "width" in [q.field for q in asked]
    assert any("check with your local authority" in q.words for q in asked)
