"""What was said in other words."""

import unittest

from ample_crumb.core.causes.ranking import symptoms
from ample_crumb.core.causes.suggested_symptoms import _OF_POLES, _OF_WORDS, suggest_symptoms
from ample_crumb.core.crumb.feedback import FEEDBACK_OPTIONS
from ample_crumb.core.tasting.poles import poles


class Suggestions(unittest.TestCase):
    def test_words_and_tastings_suggest_a_symptom_once(self) -> None:
        found = suggest_symptoms(("too dry", "just right"), {"moisture": [1, 2, 2], "chew": [4, 5], "look": [1, 1]})
        self.assertEqual([each.symptom for each in found], ["dry", "tough"])
        self.assertEqual(found[0].why, "You said: too dry.")

    def test_one_taster_suggests_nothing(self) -> None:
        self.assertEqual(suggest_symptoms((), {"moisture": [1]}), ())

    def test_all_words_are_those_that_are_offered(self) -> None:
        self.assertEqual(set(_OF_WORDS) - {option.words for option in FEEDBACK_OPTIONS}, set())
        self.assertEqual({*_OF_WORDS.values(), *_OF_POLES.values()} - set(symptoms()), set())
        self.assertEqual({pole for pole, _ in _OF_POLES} - set(poles()), set())
