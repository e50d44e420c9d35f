"""NOTICE names the licence of all that ships."""

import unittest

from sources.notice import NOTICE, notice, npm_packages, python_packages


class Licences(unittest.TestCase):
    def test_it_is_of_what_is_pinned_now(self) -> None:
        self.assertEqual(NOTICE.read_text(), notice(), "take it anew: python -m sources.notice")

    def test_every_package_says_its_licence(self) -> None:
        packages = [*python_packages(), *npm_packages()]
        self.assertGreater(len(packages), 100)
        self.assertEqual([name for name, _, licence in packages if not licence or "see the" in licence], [])
