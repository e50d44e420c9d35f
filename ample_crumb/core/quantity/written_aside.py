"""What pages put round a recipe that belongs to none: buttons, ratings, who wrote it, comments of readers."""

import re
from typing import Final

LONGEST_ROW: Final = 300

_BUTTON: Final = re.compile(
    r"^(?:jump to (?:the )?recipe|go to recipe|skip to (?:main )?content|print(?: (?:this )?recipe)?"
    r"|pin(?: it| recipe)?|save(?: (?:this|recipe|for later))*|share(?: (?:this|on \w+))*"
    r"|rate(?: this)?(?: recipe)?|advertisements?|ads?"
    r"|sponsored|subscribe\b.*|sign up\b.*|follow (?:me|us)\b.*|cook mode\b.*|us customary|metric|imperial|menu|home"
    r"|search|read more|show more|see (?:all|more)\b.*|home (?:[»>›/]\s*[\w ]+)+"
    r"|this post (?:may )?contains?\b.*links?.*)"
    r"[.!]?$",
    re.IGNORECASE,
)
_RATING: Final = re.compile(
    r"^(?:rat(?:ed|ings?)\s*:?\s*)?(?:[★☆⭐✩✭]\s*){2,}"
    r"|^\d(?:[.,]\d{1,2})?\s*(?:/\s*5|out of 5|stars?\b(?! anise)|from\s+\d)"
    r"|^\(?\d[\d,.]*\s+(?:ratings?|reviews?|votes?|comments?|likes?|shares?|saves?)\b",
    re.IGNORECASE,
)
_ABOUT: Final = re.compile(
    r"^(?:author|written by|recipe by|posted (?:by|on)|by|course|cuisine|keywords?|category|categories|tags?|difficulty"
    r"|cost|rating|source|published|updated|last updated)\s*:|^\d(?:/\d)?x(?:\s+\d(?:/\d)?x)+$",
    re.IGNORECASE,
)
_COMMENTS: Final = re.compile(
    r"^(?:\d+\s+)?(?:(?:reader|user)\s+)?(?:comments?|reviews?|replies|responses|thoughts on\b.*)(?:\s*\(\d+\))?:?$"
    r"|^leave a (?:reply|comment|review)\b.*$|^(?:related|similar|more)(?: recipes| posts)?(?: you\b.*)?:?$"
    r"|^you (?:may|might) also (?:like|enjoy)\b.*$|^about the author$",
    re.IGNORECASE,
)


def is_aside(row: str) -> bool:
    """Whether a row is of the page and not of the recipe: "Jump to recipe", "★★★★☆ 4.6 from 87 votes", "Author: L"."""
    short = row[:LONGEST_ROW].strip(" *_#-•|")
    return any(pattern.search(short) for pattern in (_BUTTON, _RATING, _ABOUT))


def begins_comments(row: str) -> bool:
    """Whether what readers say begins here, of which nothing is the recipe: "Comments (12)", "Leave a reply"."""
    return bool(_COMMENTS.search(row[:LONGEST_ROW].strip(" *_#-•|")))
