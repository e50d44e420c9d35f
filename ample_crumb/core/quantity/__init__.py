"""From a written line to grams.

`lines` reads one line ("1 1/2 cups almond flour, packed"), `recipe` a whole text, `names` finds what a name means among
known names, `weigh` turns an amount into grams with an ingredient's own measures, `units` holds the units of them all.
Nothing in here knows what an ingredient is made of.
"""
