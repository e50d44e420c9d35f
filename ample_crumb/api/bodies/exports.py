"""What is asked of what goes out."""

from typing import Annotated

from pydantic import BaseModel, ConfigDict, Field

from ample_crumb.application.exports.formula_files import RecipeForm
from ample_crumb.formats.paper import Paper

_ZONE = Field(min_length=1, max_length=64, pattern=r"^[A-Za-z0-9_+/-]+$")


class FormulaAsked(BaseModel):
    """What a formula goes out as, and on which paper where it is a card."""

    model_config = ConfigDict(extra="forbid")

    form: Annotated[RecipeForm, Field(alias="as")] = RecipeForm.JSON_LD
    paper: Paper = Paper.A5


class ZoneAsked(BaseModel):
    """By whose calendar days are told."""

    model_config = ConfigDict(extra="forbid")

    zone: Annotated[str, _ZONE] = "UTC"
