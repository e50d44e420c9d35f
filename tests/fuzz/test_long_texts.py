"""Texts made to be slow, as long as the API takes them: reading them costs no more than a few times an ordinary one."""

import unittest

from tests import LONG
from tests.core.test_text_shapes import shapes_of, slow_to_read

LONGEST = 200_000


class LongTexts(unittest.TestCase):
    def test_no_shape_of_long_text_is_slow_to_read(self) -> None:
        # In short each run alone, which is what a careless pattern goes wrong on first; all of them by `./test fuzz`.
        shapes = [(shape, text) for shape, text in shapes_of(LONGEST) if LONG or ":" not in shape.strip("'")]
        self.assertGreater(len(shapes), 80)
        self.assertEqual(list(slow_to_read(LONGEST, shapes)), [])
