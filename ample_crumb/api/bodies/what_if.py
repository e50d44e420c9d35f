"""What comes in from asking what if."""

from typing import Annotated

from pydantic import Field

from ample_crumb.api.bodies.formulas import BenchBody
from ample_crumb.core.bounds import STORABLE
from ample_crumb.core.what_if.question import ASKED_LENGTH


class WhatIfBody(BenchBody):
    """What is on the Bench, and what is asked of it."""

    question: Annotated[str, Field(min_length=1, max_length=ASKED_LENGTH, pattern=STORABLE)]
