"""From a written line to grams.

The line parser reads one line ("1 1/2 cups almond flour, packed"), the recipe parser a whole text; name matching finds
what a name means among known names, weighing turns an amount into grams with an ingredient's own measures. Nothing in
here knows what an ingredient is made of.
"""
