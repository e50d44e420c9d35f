"""What is asked for in an address."""

from typing import Annotated

from fastapi import Query
from pydantic import Field

from ample_crumb.api.bodies.base import Body, Day, Family
from ample_crumb.application.formulas.queries import ListChoices
from ample_crumb.core.bounds import STORABLE
from ample_crumb.core.food.allergens import BROKEN_BY
from ample_crumb.store.formulas import ListOrder

Words = Annotated[str, Query(max_length=200, pattern=STORABLE)]

_Text = Annotated[str, Field(max_length=200, pattern=STORABLE)]


class ListedBy(Body):
    """Which formulas, in which order, from which place on. `family` "none" is no family, empty any."""

    words: _Text = ""
    after: _Text = ""
    archived: bool = False
    order: ListOrder = ListOrder.CHANGED
    family: Family = ""
    diet: Annotated[str, Field(pattern=f"^({'|'.join(('', *BROKEN_BY))})$")] = ""
    fits_on: Day | None = None

    def choices(self) -> ListChoices:
        """As the application has it."""
        family = None if not self.family else "" if self.family == "none" else self.family
        return ListChoices(self.words, self.order, family, self.diet, self.fits_on, self.archived)
