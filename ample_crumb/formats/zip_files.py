"""The files in a zip, without trusting what it says of itself."""

import zipfile
import zlib
from collections.abc import Iterator
from pathlib import PurePosixPath
from typing import IO, Final

from ample_crumb.core.problem import CannotUse

MOST_FILES: Final = 2000
MOST_BYTES: Final = 100_000_000
"""Of all files together, unpacked."""

_MOST_OF_ONE: Final = 20_000_000
_STEP: Final = 1 << 16
_TEXTS: Final = frozenset((".txt", ".md", ".markdown", ".json", ".jsonld", ".html", ".htm", ""))


def is_zip(file: IO[bytes]) -> bool:
    """Whether a file begins as a zip does; it is at its beginning then."""
    file.seek(0)
    begins = file.read(4)
    file.seek(0)
    return begins in (b"PK\x03\x04", b"PK\x05\x06")


def opened_zip(file: IO[bytes]) -> zipfile.ZipFile:
    """The zip, looked over. Raises CannotUse for a damaged one and for one of too many files."""
    try:
        found = zipfile.ZipFile(file)
    except (zipfile.BadZipFile, ValueError, OSError, EOFError, NotImplementedError) as wrong:
        raise CannotUse("This zip is damaged or was cut short; nothing of it was read.") from wrong
    if len(found.infolist()) > MOST_FILES:
        raise CannotUse(f"This zip holds more than {MOST_FILES:,} files.")
    return found


def unzip_texts(file: IO[bytes], remarks: list[str]) -> Iterator[tuple[str, bytes]]:
    """Each file that could be a text, by its bare name and in order of names; what is left out is said in `remarks`.
    Raises CannotUse for a damaged zip, and for one that holds more than it should, whatever it says."""
    total = 0
    with opened_zip(file) as found:
        for info in sorted(found.infolist(), key=lambda each: each.filename):
            path = PurePosixPath(info.filename.replace("\\", "/"))
            if info.is_dir() or path.name.startswith((".", "__MACOSX")) or "__MACOSX" in path.parts:
                continue
            name = path.name[:200]
            if path.suffix.casefold() not in _TEXTS:
                remarks.append(f"{name} is no text and was left out.")
                continue
            if info.flag_bits & 1:
                remarks.append(f"{name} is locked by a password and was left out.")
                continue
            data = read_member(found, info, min(_MOST_OF_ONE, MOST_BYTES - total))
            total += len(data)
            yield name, data


def read_member(found: zipfile.ZipFile, info: zipfile.ZipInfo, most: int) -> bytes:
    """What a file of a zip holds. Raises CannotUse where it is damaged or unpacks to more than `most` bytes, however
    small it says it is."""
    parts: list[bytes] = []
    size = 0
    try:
        with found.open(info) as member:
            while part := member.read(_STEP):
                size += len(part)
                if size > most:
                    raise CannotUse(
                        f"This zip unpacks to more than {MOST_BYTES // 1_000_000} MB, which no kitchen's texts do."
                    )
                parts.append(part)
    except (zipfile.BadZipFile, zlib.error, OSError, EOFError, NotImplementedError, RuntimeError) as wrong:
        raise CannotUse(f"{PurePosixPath(info.filename).name[:80]} in this zip is damaged.") from wrong
    return b"".join(parts)
