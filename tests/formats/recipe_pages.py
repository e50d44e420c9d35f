"""Sixty made-up pages: three recipes in each of twenty shapes in which pages of recipes are written.

What a page says is known before it is read: it is written out of the recipe that is expected.
"""

import html
import json
from collections.abc import Callable
from dataclasses import dataclass
from typing import Any, Final


@dataclass(frozen=True, slots=True)
class Expected:
    """A recipe as it is to be found: parts of a name and lines, steps as they are told."""

    title: str
    pieces: int
    parts: tuple[tuple[str, tuple[str, ...]], ...]
    steps: tuple[str, ...]
    minutes: int
    kcal: int
    protein_g: int

    @property
    def lines(self) -> list[str]:
        """The lines of all parts."""
        return [line for _, lines in self.parts for line in lines]

    @property
    def rows(self) -> list[str]:
        """The lines, each part with a name headed by it."""
        return [row for name, lines in self.parts for row in ([f"For the {name.lower()}:"] if name else []) + [*lines]]


RECIPES: Final = (
    Expected(
        "Pear and quark squares", 9,
        (("", ("250 g low-fat quark", "2 eggs", "60 g oat flour", "1 pear, diced", "½ tsp baking powder")),),
        ("Heat the oven to 170 °C.", "Mix everything but the pear.", "Fold in the pear and bake for 25 minutes."),
        25, 78, 7,
    ),
    Expected(
        "Lentil cocoa loaf", 12,
        (
            ("", ("240 g cooked red lentils", "30 g cocoa powder", "3 eggs", "50 g erythritol")),
            ("Glaze", ("40 g powdered erythritol", "1 tbsp lemon juice")),
        ),
        ("Blend the lentils with the eggs.", "Stir in the rest & fill a loaf tin.", "Bake, cool, then glaze."),
        40, 96, 8,
    ),
    Expected(
        "Skyr cups with \"rye\" crumbs", 4,
        (
            ("Crumble", ("40 g rye bread", "10 g butter", "1 tsp cinnamon")),
            ("Filling", ("400 g skyr", "20 g honey", "1/2 tsp vanilla extract")),
        ),
        ("Toast the crumbs in the butter.", "Whisk the skyr with honey.", "Layer and chill for 1 hour."),
        70, 141, 13,
    ),
)  # fmt: skip


def _linked(recipe: Expected) -> dict[str, Any]:
    return {
        "@context": "https://schema.org",
        "@type": "Recipe",
        "name": recipe.title,
        "recipeYield": str(recipe.pieces),
        "totalTime": f"PT{recipe.minutes}M",
        "recipeIngredient": recipe.rows,
        "recipeInstructions": [{"@type": "HowToStep", "text": step} for step in recipe.steps],
        "nutrition": {
            "@type": "NutritionInformation",
            "calories": f"{recipe.kcal} kcal",
            "proteinContent": f"{recipe.protein_g} g",
        },
    }


def _page(
    *blocks: object, body: str = "<h1>Kitchen notes</h1><p>Welcome!</p>", before: str = "", after: str = ""
) -> str:
    scripts = "".join(
        f'<script type="application/ld+json">{before}'
        f"{block if isinstance(block, str) else json.dumps(block)}{after}</script>"
        for block in blocks
    )
    return f'<!DOCTYPE html><html lang="en"><head><title>Notes</title>{scripts}</head><body>{body}</body></html>'


def _with(recipe: Expected, **changed: Any) -> dict[str, Any]:
    return _linked(recipe) | changed


def _bare(recipe: Expected) -> str:
    return json.dumps(_linked(recipe))


def _in_page(recipe: Expected) -> str:
    return _page(_linked(recipe))


def _graph(recipe: Expected) -> str:
    linked = _linked(recipe)
    linked["@type"] = ["Recipe", "NewsArticle"]
    return _page({"@context": "https://schema.org", "@graph": [{"@type": "WebSite", "name": "Notes"}, linked]})


def _list(recipe: Expected) -> str:
    return _page([{"@type": "BreadcrumbList", "itemListElement": []}, _linked(recipe)])


def _main_entity(recipe: Expected) -> str:
    return _page({"@context": "http://schema.org/", "@type": "WebPage", "mainEntity": _linked(recipe)})


def _broken_neighbour(recipe: Expected) -> str:
    return _page('{"@type": "Organization", "name": "Cut off', _linked(recipe), "{not json}")


def _sections(recipe: Expected) -> str:
    half = len(recipe.steps) // 2
    groups = [recipe.steps[:half], recipe.steps[half:]]
    return _page(_with(recipe, recipeInstructions=[
        {"@type": "HowToSection", "name": "Method", "itemListElement": [
            {"@type": "HowToStep", "name": step, "text": step, "url": "#step"} for step in group
        ]}
        for group in groups
    ]))  # fmt: skip


def _one_string(recipe: Expected) -> str:
    return _page(_with(recipe, recipeInstructions="\n".join(recipe.steps), recipeYield=recipe.pieces))


def _markup_in_strings(recipe: Expected) -> str:
    steps = "".join(f"<p>{html.escape(step)}</p>" for step in recipe.steps)
    lines = [html.escape(row).replace("½", "&frac12;") for row in recipe.rows]
    return _page(_with(recipe, name=html.escape(recipe.title), recipeInstructions=steps, recipeIngredient=lines))


def _yield_list(recipe: Expected) -> str:
    return _page(_with(recipe, recipeYield=[str(recipe.pieces), f"{recipe.pieces} servings"]))


def _quantity(recipe: Expected) -> str:
    return _page(
        _with(recipe, recipeYield={"@type": "QuantitativeValue", "value": recipe.pieces, "unitText": "pieces"})
    )


def _groups(recipe: Expected) -> str:
    return _page(_with(recipe, recipeIngredient=[
        {"@type": "ItemList", "name": name, "itemListElement": list(lines)} for name, lines in recipe.parts
    ]))  # fmt: skip


def _old_words(recipe: Expected) -> str:
    linked = _linked(recipe)
    linked["@type"] = "http://schema.org/Recipe"
    linked["ingredients"] = linked.pop("recipeIngredient")
    linked["yield"] = linked.pop("recipeYield")
    return _page(linked, before="<!--\n", after="\n-->")


def _prefixed(recipe: Expected) -> str:
    linked = {key if key.startswith("@") else f"schema:{key}": value for key, value in _linked(recipe).items()}
    return _page(linked | {"@context": {"schema": "https://schema.org/"}, "@type": "schema:Recipe"})


def _language_values(recipe: Expected) -> str:
    return _page(
        _with(recipe, name={"@value": recipe.title, "@language": "en"}), before="//<![CDATA[\n", after="\n//]]>"
    )


def _microdata(recipe: Expected) -> str:
    lines = "".join(f'<li itemprop="recipeIngredient">{html.escape(row)}</li>' for row in recipe.rows)
    steps = "".join(f"<li>{html.escape(step)}</li>" for step in recipe.steps)
    return _page(
        body=f"""<div itemscope itemtype="https://schema.org/Recipe"><h1 itemprop="name">{recipe.title}</h1>
        <meta itemprop="recipeYield" content="{recipe.pieces} pieces"><time itemprop="totalTime"
        datetime="PT{recipe.minutes}M">a while</time><ul>{lines}</ul><ol itemprop="recipeInstructions">{steps}</ol>
        <div itemprop="nutrition" itemscope><span itemprop="calories">{recipe.kcal} kcal</span>
        <span itemprop="proteinContent">{recipe.protein_g} g</span></div></div>"""
    )


def _rdfa(recipe: Expected) -> str:
    lines = "".join(f'<span property="recipeIngredient">{html.escape(row)}</span><br>' for row in recipe.rows)
    steps = "".join(f'<p property="recipeInstructions">{html.escape(step)}</p>' for step in recipe.steps)
    return _page(
        body=f"""<div vocab="https://schema.org/" typeof="Recipe"><h2 property="name">{recipe.title}</h2>
        Makes <span property="recipeYield">{recipe.pieces}</span>.{lines}{steps}</div>"""
    )


def _microformat(recipe: Expected) -> str:
    lines = "".join(f'<li class="p-ingredient">{html.escape(row)}</li>' for row in recipe.rows)
    steps = "".join(f"<li>{html.escape(step)}</li>" for step in recipe.steps)
    return _page(
        body=f"""<article class="h-recipe"><h1 class="p-name">{recipe.title}</h1>
        <p class="p-yield">{recipe.pieces} pieces</p><ul>{lines}</ul>
        <ol class="e-instructions">{steps}</ol></article>"""
    )


def _nothing_stated(recipe: Expected) -> str:
    lines = "".join(f"<li>{html.escape(row)}</li>" for row in recipe.rows)
    steps = "".join(f"<li>{html.escape(step)}</li>" for step in recipe.steps)
    return _page(
        body=f"""<nav>Home · About</nav><script>var a = "1 cup sugar";</script><h1>{recipe.title}</h1>
        <p>Makes {recipe.pieces} pieces</p><h2>Ingredients</h2><ul>{lines}</ul><h2>Method</h2><ol>{steps}</ol>
        <footer>All rights reserved</footer>"""
    )


def _table(recipe: Expected) -> str:
    def cells(row: str) -> str:
        amount, _, rest = row.partition(" ")
        return f"<td>{amount}</td><td>{html.escape(rest)}</td>"

    rows = "".join(f"<tr>{cells(row)}</tr>" for row in recipe.rows)
    steps = "".join(f"<p>{html.escape(step)}</p>" for step in recipe.steps)
    return _page(
        body=f"""<h1>{recipe.title}</h1><p>Makes {recipe.pieces} pieces</p><h3>Ingredients</h3><table>
        <thead><tr><th>How much</th><th>Of what</th></tr></thead>{rows}</table><h3>Directions</h3>{steps}"""
    )


SHAPES: Final[tuple[Callable[[Expected], str], ...]] = (
    _bare, _in_page, _graph, _list, _main_entity, _broken_neighbour, _sections, _one_string, _markup_in_strings,
    _yield_list, _quantity, _groups, _old_words, _prefixed, _language_values, _microdata, _rdfa, _microformat,
    _nothing_stated, _table,
)  # fmt: skip
STATING: Final = frozenset(SHAPES) - {_rdfa, _microformat, _nothing_stated, _table}
"""Those that say what a piece brings and how long it takes."""
