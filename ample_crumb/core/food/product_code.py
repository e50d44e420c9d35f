"""Product codes: the numbers under the bars."""

from stdnum import ean
from stdnum.exceptions import InvalidChecksum, ValidationError

from ample_crumb.core.problem import CannotUse


def code_of(typed: str) -> str:
    """The code as digits, 8, 13 or 14 of them; a code of 12 digits is the same with a 0 before it. Empty for nothing.

    Raises CannotUse for a wrong check digit or another length. Source: the check digit of GS1 as python-stdnum has it.
    """
    digits = ean.compact(typed)
    if not digits:
        return ""
    try:
        ean.validate(digits)
    except InvalidChecksum as wrong:
        raise CannotUse(
            "One digit of this code is wrong: its last does not follow from the others. Read it off the pack again."
        ) from wrong
    except ValidationError as wrong:
        raise CannotUse("A product code has 8, 12, 13 or 14 digits and nothing else.") from wrong
    return f"0{digits}" if len(digits) == 12 else digits
