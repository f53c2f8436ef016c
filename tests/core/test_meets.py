"""What may meet, as a table: every pair of substances has its answer, whatever the liquids are called and however they are drawn."""

from itertools import combinations
from typing import get_args

import pytest
from msgspec.structs import replace

from frelt.core.base.figure import Figure
from frelt.core.model.liquid import Liquid, Substance, Tint
from frelt.core.model.meets import FINE, IN_A_COIL, PAIRS, THINNED, Meets, meet, run_into

SUBSTANCES = tuple(s for s in get_args(Substance) if s not in ("water", "other"))


def of(substance: str, tint: str = "other", name: str = "") -> Liquid:
    return Liquid(name=name or substance, tint=tint, density=Figure(value=1000.0), substance=substance)  # type: ignore[arg-type]


# Sources: sections 7 and 10 of safety data sheets, from memory; what only spoils a product is common practice, no source.
DANGER = """SH acid, SH oxidizer, SH ammonia, SH gasoline, SH diesel, SH antifreeze, acid oxidizer, acid ammonia, acid gasoline, acid diesel,
oxidizer ammonia, oxidizer gasoline, oxidizer diesel, oxidizer antifreeze, ammonia gasoline, ammonia diesel, gasoline diesel, gasoline soap,
diesel soap, purified_water gasoline, purified_water diesel, waste_water acid, waste_water ammonia, waste_water gasoline"""


def test_every_pair_has_an_answer_and_those_that_hurt_are_danger_either_way_round() -> None:
    hurts = {frozenset(w.replace("_", " ") for w in p.split()) for p in DANGER.replace("\n", " ").split(",")}
    for a, b in combinations(SUBSTANCES, 2):
        found = meet(of(a), of(b))
        assert found == meet(of(b), of(a)) == PAIRS[frozenset((a, b))], (a, b)  # type: ignore[arg-type]
        assert (found.level == "danger") == (frozenset((a, b)) in hurts) and (found.level is None or found.why), (a, b)
        if not {a, b} & {"purified water", "waste water"}:
            assert run_into(of(a), of(b)) == found
        assert found.source and found.known
    assert len(PAIRS) == len(SUBSTANCES) * (len(SUBSTANCES) - 1) // 2


@pytest.mark.parametrize("tint", get_args(Tint))
def test_how_it_is_drawn_and_what_it_is_called_is_nothing_to_it(tint: str) -> None:
    for name in ("water", "rinse"):
        assert meet(of("acid", tint, name), of("SH", tint, name)).level == "danger"
        assert run_into(of("water", tint, name), of("acid", tint, name)).level == "danger"
        assert run_into(of("diesel", tint, name), of("gasoline", tint, name)).level == "danger"
        assert run_into(of("SH", tint, name), of("water", tint, name)) == THINNED
        assert run_into(of("water", tint, name), of("water", tint)) == FINE
    assert meet(of("other", tint, "a"), of("other", tint, "b")).known is False
    assert meet(of("other", tint, "a"), of("other", tint, "a")) == FINE


def test_two_strengths_of_sh_may_meet_and_two_acids_are_to_be_asked() -> None:
    strong = replace(of("SH"), strength=0.125)
    assert meet(strong, replace(strong, strength=0.1, name="SH 10 %")) == FINE
    assert meet(of("acid", name="oxalic"), of("acid", name="oxalic")) == FINE


def test_waste_purified_and_plain_water_are_three_liquids() -> None:
    water, pure, waste = of("water"), of("purified water"), of("waste water")
    assert [run_into(waste, w).level for w in (water, pure, waste)] == ["advice", "advice", None]
    assert [run_into(water, w).level for w in (pure, waste)] == ["advice", "danger"]
    assert [run_into(pure, w).level for w in (water, waste)] == ["advice", "broken"]
    assert run_into(of("SH"), pure) == THINNED


def test_a_shop_makes_an_answer_graver_and_never_milder() -> None:
    own = (
        Meets(a="SH", b="soap", level="advice", why="our soap foams with it"),
        Meets(a="SH", b="acid", level="advice", why="we are careful"),
        Meets(a="water", b="oxidizer", level="broken", why="it is spent"),
    )
    assert meet(of("SH"), of("soap"), own).why == "our soap foams with it" and meet(of("SH"), of("soap")).level is None
    assert meet(of("acid"), of("SH"), own).level == "danger"
    assert meet(of("water"), of("oxidizer"), own).level == "broken"


def test_every_substance_is_said_to_bear_a_coil_or_not() -> None:
    bears = {"water", "soap", "antifreeze"}
    assert set(get_args(Substance)) == bears | set(IN_A_COIL) and not bears & set(IN_A_COIL)
    assert all(m.source or not m.known for m in IN_A_COIL.values())
