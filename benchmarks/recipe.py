"""A recipe of 25 lines of many forms, made anew for each call so that no memory of lines seen before helps."""

from itertools import count

_LINES = """
1 1/2 cups almond flour
3/4 cup oat flour, spooned
1 can chickpeas, drained
2 scoops (60 g) vanilla whey
250g cottage cheese
1 tbsp plus 1 tsp cocoa
3 large eggs
120 ml unsweetened almond milk
80 g granular erythritol
1/4 cup maple syrup
2 tbsp ground flaxseed
1 tsp baking powder
1/2 tsp baking soda
1/4 tsp fine sea salt
2 tsp vanilla extract
1 ripe banana, mashed
60 g peanut butter
1/2 cup dark chocolate chips
a pinch of cinnamon
zest of 1 orange
100 g light cream cheese
150 g fat-free Greek yogurt
30 g powdered erythritol
1–2 tbsp skimmed milk
20 g chopped walnuts
""".strip().splitlines()

_serial = count()


def fresh_lines() -> list[str]:
    """25 lines; the remark behind each is new every time."""
    mark = "".join(chr(ord("a") + int(digit)) for digit in str(next(_serial)))
    return [f"{line}, mark {mark}" for line in _LINES]
