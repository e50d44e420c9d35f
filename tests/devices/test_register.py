"""devices and formats/product_json: the shipped register, and what is made of what a register tells."""

import asyncio
import json
import unittest
from importlib.resources import files
from typing import Any

from hypothesis import given
from hypothesis import strategies as st

from ample_crumb.core.food.label import LabelBasis, read_label
from ample_crumb.core.food.product_code import code_of
from ample_crumb.devices.product_register import RegisterAway
from ample_crumb.devices.shipped_register import ShippedRegister
from ample_crumb.formats.product_json import product_from_json

RECORDS = json.loads(files("ample_crumb.devices").joinpath("register.json").read_text("utf-8"))


def ask(code: str, wait_s: float = 1.0) -> Any:
    return asyncio.run(asyncio.wait_for(ShippedRegister().ask(code), wait_s))


class Shipped(unittest.TestCase):
    def test_its_codes_are_right_and_of_the_range_that_no_pack_sold_carries(self) -> None:
        codes = {record["gtin"] for record in RECORDS}
        self.assertGreaterEqual(len(codes), 40)
        for code in codes:
            self.assertEqual(code_of(code), code)
            # GS1 General Specifications: prefixes 02 and 20 to 29 are for restricted circulation within a region.
            self.assertIn(int(code[:2]), {2, *range(20, 30)})

    def test_most_of_its_labels_hold_and_some_are_wrong_in_their_own_way(self) -> None:
        told = [product_from_json(record) for record in RECORDS]
        checks = [read_label(each.label) for each in told]
        fine = [each for each, check in zip(told, checks, strict=True) if not (each.remarks or check.problems)]
        self.assertGreaterEqual(len(fine), 36)
        said = " ".join(remark for each in told for remark in each.remarks)
        for wrong in ("21 ml", "does not say what amount", "38", "2,210"):
            self.assertIn(wrong, said)
        problems = " ".join(problem.sentence for check in checks for problem in check.problems)
        self.assertIn("Is it in kJ?", problems)
        self.assertIn("more than the 57 g", problems)

    def test_missing_contradictory_away_and_silent(self) -> None:
        self.assertEqual(ask("2000004100995"), ())
        one, other = ask("2000004100421")
        self.assertNotEqual(product_from_json(one).label, product_from_json(other).label)
        with self.assertRaises(RegisterAway):
            ask("2000004100414")
        with self.assertRaises(TimeoutError):
            ask("2000004100407", 0.05)
        with self.assertRaises(TimeoutError):
            ask("2000004100384", 0.05)


class Told(unittest.TestCase):
    def product(self, **nutrition: Any) -> Any:
        return product_from_json({"name": "Any", "nutrition": nutrition})

    def test_units_are_taken_as_they_are_written(self) -> None:
        label = self.product(
            servingSize="30 g", calories="502 kJ", proteinContent="24,5 g", sodiumContent="0.13 g"
        ).label
        self.assertEqual((label.basis, label.serving_g), (LabelBasis.PER_SERVING, 30))
        self.assertEqual((label.energy_kcal, label.energy_kj, label.protein_g, label.sodium_mg), (None, 502, 24.5, 130))
        self.assertEqual(self.product(servingSize="100 ml").label.basis, LabelBasis.PER_100_ML)

    def test_what_has_no_unit_is_left_out_and_said(self) -> None:
        told = self.product(servingSize="100 g", proteinContent=24, fatContent="a little")
        self.assertEqual((told.label.protein_g, told.label.fat_g), (None, None))
        self.assertEqual(len(told.remarks), 2)

    @given(
        st.dictionaries(
            st.sampled_from(["name", "nutrition", "weight", "ingredients", "labelling"]),
            st.recursive(
                st.none() | st.floats() | st.text(max_size=20),
                lambda inner: (
                    st.lists(inner, max_size=3) | st.dictionaries(st.sampled_from(["servingSize", "calories"]), inner)
                ),
                max_leaves=6,
            ),
        )
    )
    def test_anything_a_register_may_send_is_answered(self, record: dict[str, Any]) -> None:
        product_from_json(record)
