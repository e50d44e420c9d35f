"""application/documents: what was stored in any form is read, and what nobody knows is refused in words."""

import unittest
from typing import Any
from uuid import uuid4

from ample_crumb.application.documents import DocumentKind, UnknownDocument
from ample_crumb.application.formulas.draft import read_draft, read_parts, write_draft, write_parts
from ample_crumb.core.formula.formula import Line, Part
from ample_crumb.core.production.draft import ClassicChoice, Draft, ProductionSettings, UsedTin

KIND = DocumentKind("jar", (lambda old: {"grams": old["weight"]}, lambda old: old | {"lid": True}))


class Documents(unittest.TestCase):
    def test_every_form_is_brought_up_to_the_newest(self) -> None:
        newest = {"grams": 9, "lid": True}
        for kept in ({"weight": 9}, {"schema": "jar/1", "weight": 9}, {"schema": "jar/2", "grams": 9}):
            self.assertEqual(KIND.read(kept), newest)
        self.assertEqual(KIND.written(newest), {"schema": "jar/3", **newest})
        self.assertEqual(KIND.read(KIND.written(newest)), newest)

    def test_what_is_no_known_form_is_refused(self) -> None:
        for schema in ("jar/4", "jar/0", "jar/x", "tin/1", "", 7):
            with self.assertRaises(UnknownDocument):
                KIND.read({"schema": schema})


class OfFormulas(unittest.TestCase):
    def test_a_state_kept_before_there_were_forms(self) -> None:
        options = {"loss_share": None, "used_share": 1.0, "optional": False, "bake": "with the rest"}
        kept: dict[str, Any] = {
            "name": "Bars", "family": "", "pieces": 4, "method": "", "twin": None, "production": {"residue_g": 5.0},
            "parts": [{"name": "", "lines": [{"text": "1 egg", "chosen": None}] * 1, "options": options}],
        }  # fmt: skip
        draft = read_draft(kept)
        self.assertEqual(draft.parts[0].lines[0], Line("1 egg"))
        self.assertTrue(draft.parts[0].lines[0].id)
        self.assertEqual(draft.production, ProductionSettings(residue_g=5.0))
        self.assertEqual(read_parts(kept["parts"]), draft.parts)

    def test_there_and_back(self) -> None:
        parts = (Part("Glaze", (Line("1 egg", "egg", "a1"), Line("9 g salt", None, "b2"))),)
        production = ProductionSettings(tins=(UsedTin(uuid4(), 2),), cuts="4x3")
        draft = Draft("Bars", "cookie", 4, "Mix.", parts, ClassicChoice(uuid4(), 3), production)
        again = read_draft(write_draft(draft))
        self.assertEqual(again, draft)
        self.assertEqual([line.id for line in again.parts[0].lines], ["a1", "b2"])
        self.assertEqual(write_draft(draft)["schema"], "formula/2")
        self.assertEqual(read_parts(write_parts(parts)), parts)
