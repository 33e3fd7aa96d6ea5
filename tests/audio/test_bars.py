"""Bars, levels and what is offered: laws on sounds and scores made by hand."""

from fractions import Fraction

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from maplestep.audio.analyse import MOST_OFFERED, OFFERED, _offered
from maplestep.audio.downbeats import bar_path, bar_scores, metre_features, sure_features
from maplestep.audio.level import RATIOS, Candidate, at_places, scores


def pulses(metre: int, count: int, first: int) -> np.ndarray:
    """2 on the first beat of each bar, −2 / (metre − 1) on the others."""
    at = (np.arange(count) - first) % metre
    return np.where(at == 0, 2.0, -2.0 / (metre - 1))


@given(st.sampled_from([3, 4]), st.integers(0, 3), st.integers(40, 160))
def test_bars_begin_where_the_score_says(metre: int, first: int, count: int) -> None:
    first %= metre
    starts, margin = bar_path(pulses(metre, count, first), metre)
    assert starts.tolist() == list(range(first, count, metre))
    assert margin > 0


@pytest.mark.parametrize("extra", [1, 2, 3])
def test_an_extra_piece_of_a_bar_costs_one_slip_and_not_the_rest(extra: int) -> None:
    # Twenty bars of four, then some beats more, then twenty bars again.
    score = np.concatenate([pulses(4, 80, 0), np.full(extra, -0.5), pulses(4, 80, 0)])
    starts, margin = bar_path(score, 4)
    assert {*range(0, 80, 4), *range(80 + extra, 160 + extra, 4)} <= set(starts.tolist())
    slips = sure_features(starts, margin, 4)[1] * len(starts)
    assert 1 <= slips <= 2


@given(st.integers(1, 3), st.integers(2, 6))
def test_a_bar_scores_by_all_of_its_beats(features: int, metre: int) -> None:
    rng = np.random.default_rng(features * 10 + metre)
    parts, weights = rng.normal(size=(30, features)), rng.normal(size=(metre, features))
    found = bar_scores(parts, weights)
    by_hand = [
        sum(float(parts[at + n] @ weights[n]) for n in range(metre)) for at in range(30 - metre)
    ]
    assert found[: 30 - metre] == pytest.approx(by_hand)


@pytest.mark.parametrize(("metre", "sign"), [(3, 1), (4, -1)])
def test_threes_come_back_every_three_beats(metre: int, sign: int) -> None:
    found = metre_features(pulses(metre, 96, 0)[:, None])
    # One feature: three against two and four, six against four and eight, and the constant.
    assert len(found) == 3
    assert sign * found[0] > 0.3
    assert found[-1] == 1.0


def test_scores_are_the_mean_of_the_networks_worked_out_by_hand() -> None:
    one = {
        "mean": np.asarray([1.0, 0.0]), "scale": np.asarray([2.0, 1.0]),
        "linear": np.asarray([0.5, -1.0]), "inner": np.asarray([[1.0], [0.0]]),
        "shift": np.asarray([0.0]), "outer": np.asarray([2.0]),
    }  # fmt: skip
    # (3 − 1) / 2 = 1 and 4: 0.5·1 − 1·4 + 2·tanh(1) = −3.5 + 1.52319.
    assert scores(np.asarray([[3.0, 4.0]]), [one]) == pytest.approx([-1.97681], abs=1e-5)
    # What lies beyond five deviations counts as five: (1001 − 1) / 2 = 500 becomes 5.
    far = scores(np.asarray([[1001.0, 0.0]]), [one, one])
    assert far == pytest.approx([0.5 * 5 + 2 * np.tanh(5)])


@given(st.lists(st.floats(0.001, 1), min_size=20, max_size=20), st.integers(0, 19))
def test_the_likeliest_its_double_half_and_twin_are_always_offered(
    chances: list[float], best: int
) -> None:
    beats = np.arange(64) * 0.5
    tried = []
    for ratio in RATIOS[:5]:
        span = 1 / float(ratio)
        for quarter in range(4):
            places = np.arange(quarter * span / 4, 60, span)
            tried.append(Candidate(ratio, quarter * span / 4, at_places(beats, places)))
    chances[best] = 2.0
    told = np.asarray(chances) / sum(chances)
    offered = _offered(tried, told)
    assert offered[0][0] is tried[best]
    assert OFFERED <= len(offered) <= MOST_OFFERED
    assert len({id(candidate) for candidate, _ in offered}) == len(offered)
    ratios = [candidate.ratio for candidate, _ in offered]
    known = {candidate.ratio for candidate in tried}
    for times in (Fraction(2), Fraction(1, 2)):
        wanted = tried[best].ratio * times
        assert wanted not in known or wanted in ratios[1:]
    half = (best % 4 + 2) % 4 + best // 4 * 4
    assert any(candidate is tried[half] for candidate, _ in offered)
