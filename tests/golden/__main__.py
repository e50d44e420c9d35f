"""Takes the golden figures anew, and prints what differs from those before, to be read by eye before it is committed.

`python -m tests.golden generate` makes the generated formulas anew first.
"""

import json
import sys

from ample_crumb.core.rules_version import RULES_VERSION
from tests import kitchen
from tests.golden import golden
from tests.golden.demo import demo_figures
from tests.golden.figures import golden_figures
from tests.golden.formulas import GENERATED, all_formulas, generate


def main(wanted: list[str]) -> None:
    """Overwrites figures.jsonl, under another number of the rules where it differs."""
    if wanted == ["generate"]:
        rows = (json.dumps(made, ensure_ascii=False) for made in generate())
        GENERATED.write_text("\n".join(rows) + "\n", "utf-8")
    before = golden.read() if golden.FIGURES.exists() else {}
    now = {formula.name: golden_figures(formula) for formula in all_formulas()} | demo_figures()
    kitchen.stop()
    differing = list(golden.differences(before, golden.plain(now)))
    print(*differing, sep="\n")
    taken = json.loads(golden.RULES.read_text("utf-8"))["version"] if golden.RULES.exists() else 0
    if differing and taken == RULES_VERSION:
        sys.exit(
            f"These figures differ from those of rules {RULES_VERSION}: raise RULES_VERSION in core/rules_version.py."
        )
    golden.write(now)
    golden.RULES.write_text(json.dumps(golden.rules(), indent=1) + "\n", "utf-8")


main(sys.argv[1:])
