"""Photos from outside, written anew: turned upright, made small, and without anything but the picture."""

import io
import warnings
from dataclasses import dataclass
from threading import BoundedSemaphore
from typing import Final

from PIL import Image, ImageOps, UnidentifiedImageError

from ample_crumb.core.problem import CannotUse

LONGEST_PX: Final = 1280
MOST_PIXELS: Final = 12_200_000
"""Twelve million, as a camera counts them: 4032 times 3024. Pages send no larger ones, and what says to be larger is
made to fill a memory."""

AT_ONCE: Final = 2
"""So many are decoded at a time; the others wait their turn, which takes half a second."""

_turns = BoundedSemaphore(AT_ONCE)

_KINDS: Final = ("JPEG", "PNG")
_PALETTES: Final = ("P", "1", "PA")
"""Modes whose pixels cannot be averaged as they are."""

_QUALITY: Final = 80


@dataclass(frozen=True, slots=True)
class Photo:
    """A JPEG without metadata."""

    jpeg: bytes
    width_px: int
    height_px: int


def rewritten(data: bytes) -> Photo:
    """A photo of a PNG or JPEG. Raises CannotUse in words for what is none. Takes some 60 MB for the largest PNG."""
    with _turns:
        return _rewritten(data)


def _rewritten(data: bytes) -> Photo:
    try:
        with warnings.catch_warnings():
            warnings.simplefilter("error", Image.DecompressionBombWarning)
            with Image.open(io.BytesIO(data), formats=_KINDS) as found:
                if found.width * found.height > MOST_PIXELS:
                    raise CannotUse("This picture has more pixels than a photo; make it smaller first.")
                # A JPEG is decoded at a half, a quarter or an eighth of its size; what is turned is small by then.
                found.draft("RGB", (LONGEST_PX, LONGEST_PX))
                small = found.convert("RGBA") if found.mode in _PALETTES else found
                small.thumbnail((LONGEST_PX, LONGEST_PX))
                upright = ImageOps.exif_transpose(small)
                # A new picture carries over neither places nor names of what it was taken with.
                plain = Image.new("RGB", upright.size, "white")
                rgba = upright.convert("RGBA")
                plain.paste(rgba, mask=rgba.getchannel("A"))
    except CannotUse:
        raise
    except (UnidentifiedImageError, Image.DecompressionBombError, Image.DecompressionBombWarning) as wrong:
        raise CannotUse("This is no photo that can be read: a PNG or a JPEG is.") from wrong
    except (OSError, SyntaxError, ValueError) as wrong:
        raise CannotUse("This photo is not whole; send it again.") from wrong
    out = io.BytesIO()
    plain.save(out, "JPEG", quality=_QUALITY, optimize=True)
    return Photo(out.getvalue(), plain.width, plain.height)
