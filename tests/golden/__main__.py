"""Takes the golden figures anew, and prints what differs from those before, to be read by eye before it is committed.

`python -m tests.golden generate` makes the generated formulas anew first.
"""

import json
import sys

from tests import kitchen
from tests.golden import golden
from tests.golden.demo import demo_figures
from tests.golden.figures import golden_figures
from tests.golden.formulas import GENERATED, all_formulas, generate


def main(wanted: list[str]) -> None:
    """Overwrites figures.jsonl."""
    if wanted == ["generate"]:
        rows = (json.dumps(made, ensure_ascii=False) for made in generate())
        GENERATED.write_text("\n".join(rows) + "\n", "utf-8")
    before = golden.read() if golden.FIGURES.exists() else {}
    now = {formula.name: golden_figures(formula) for formula in all_formulas()} | demo_figures()
    for difference in golden.differences(before, golden.plain(now)):
        print(difference)
    golden.write(now)
    kitchen.stop()


main(sys.argv[1:])
