"""Bytes of a file as text, in whatever letters it was saved."""

import codecs
from dataclasses import dataclass
from typing import Final

from charset_normalizer import from_bytes

from ample_crumb.core.problem import CannotUse

_MARKS: Final = (
    (codecs.BOM_UTF8, "utf-8-sig"),
    # Those of 32 bits begin as those of 16 do.
    (codecs.BOM_UTF32_LE, "utf-32"),
    (codecs.BOM_UTF32_BE, "utf-32"),
    (codecs.BOM_UTF16_LE, "utf-16"),
    (codecs.BOM_UTF16_BE, "utf-16"),
)
_WESTERN: Final = "cp1252"
_SAMPLE_BYTES: Final = 20_000
_BINARY: Final = (b"%PDF", b"PK\x03\x04", b"\x89PNG", b"\xff\xd8\xff", b"GIF8", b"\xd0\xcf\x11\xe0", b"\x1f\x8b")


@dataclass(frozen=True, slots=True)
class DecodedText:
    """A text, and in a sentence what was guessed of its letters; empty where nothing was."""

    text: str
    remark: str = ""


def decode_text(data: bytes) -> DecodedText:
    """The text of a file: as its byte-order mark says, else UTF-8, else row by row whichever of UTF-8 and Windows-1252
    a row is in. Raises CannotUse for what is no text."""
    if data.startswith(_BINARY):
        raise CannotUse("This is no text but a document or a picture; save it as text, HTML, JSON or CSV first.")
    for mark, encoding in _MARKS:
        if data.startswith(mark):
            return DecodedText(_strict(data, encoding))
    if b"\x00" in data[:_SAMPLE_BYTES]:
        return DecodedText(_wide(data), "It names no encoding and was read as UTF-16.")
    try:
        return DecodedText(data.decode("utf-8"))
    except UnicodeDecodeError as wrong:
        if wrong.reason == "unexpected end of data" and wrong.start >= len(data) - 3:
            # Cut in the middle of a letter.
            return DecodedText(data[: wrong.start].decode("utf-8"), "It ends in the middle of a letter.")
    return _row_by_row(data)


def _row_by_row(data: bytes) -> DecodedText:
    rows, others, first = [], 0, 0
    for number, row in enumerate(data.splitlines(keepends=True), 1):
        try:
            rows.append(row.decode("utf-8"))
        except UnicodeDecodeError:
            rows.append(row.decode(_WESTERN, "replace"))
            others, first = others + 1, first or number
    more = f" and {others - 1} more" if others > 1 else ""
    return DecodedText("".join(rows), f"Row {first}{more} is not in UTF-8 and was read as Windows-1252.")


def _strict(data: bytes, encoding: str) -> str:
    try:
        return data.decode(encoding)
    except UnicodeDecodeError as wrong:
        raise CannotUse(f"It says that it is in {encoding.upper().removesuffix('-SIG')} and is not.") from wrong


def _wide(data: bytes) -> str:
    """Text of two bytes a letter without a mark. Raises CannotUse."""
    guess = from_bytes(data[:_SAMPLE_BYTES], cp_isolation=["utf_16_le", "utf_16_be"]).best()
    if guess is None:
        raise CannotUse("This is no text; it holds zero bytes.")
    try:
        return data.decode(guess.encoding)
    except UnicodeDecodeError as wrong:
        raise CannotUse("This is no text; it holds zero bytes.") from wrong
