"""What is asked for in an address."""

from typing import Annotated

from fastapi import Query

Words = Annotated[str, Query(max_length=200, pattern=r"^[^\x00]*$")]
