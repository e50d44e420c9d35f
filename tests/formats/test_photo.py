"""Photos: small and upright, no larger than a camera takes them, and never more memory than a kitchen's machine has."""

import io
import subprocess
import unittest
from typing import Final

from PIL import Image

from ample_crumb.core.problem import CannotUse
from ample_crumb.formats.photo import LONGEST_PX, rewritten
from launch.install import PYTHON, ROOT

CAMERA: Final = (4032, 3024)
"""Twelve megapixels, as most telephones take them."""

MOST_MB: Final = 300

_EIGHT_AT_ONCE: Final = """
import io, threading
from PIL import Image
from ample_crumb.formats.photo import rewritten

def picture(mode, kind):
    out = io.BytesIO()
    Image.new(mode, (4032, 3024)).save(out, kind)
    return out.getvalue()

def peak_mb():
    return int(open("/proc/self/status").read().split("VmHWM:")[1].split()[0]) / 1024

pictures = [picture(mode, kind) for mode, kind in (
    ("RGBA", "PNG"), ("RGBA", "PNG"), ("RGB", "PNG"), ("P", "PNG"), ("RGB", "JPEG"), ("LA", "PNG"), ("I;16", "PNG"),
    ("RGBA", "PNG"),
)]
open("/proc/self/clear_refs", "w").write("5")
before = peak_mb()
threads = [threading.Thread(target=rewritten, args=(each,)) for each in pictures]
for thread in threads: thread.start()
for thread in threads: thread.join()
print(peak_mb() - before)
"""


def picture(size: tuple[int, int], kind: str = "JPEG", mode: str = "RGB", **more: object) -> bytes:
    out = io.BytesIO()
    Image.new(mode, size, "red" if mode == "RGB" else None).save(out, kind, **more)
    return out.getvalue()


class Photos(unittest.TestCase):
    def test_each_kind_is_made_small(self) -> None:
        for kind, mode in (("JPEG", "RGB"), ("PNG", "RGB"), ("PNG", "RGBA"), ("PNG", "P"), ("PNG", "LA"), ("PNG", "1")):
            with self.subTest(kind, mode=mode):
                photo = rewritten(picture(CAMERA, kind, mode))
                self.assertEqual((photo.width_px, photo.height_px), (LONGEST_PX, 960))
                self.assertEqual(Image.open(io.BytesIO(photo.jpeg)).size, (LONGEST_PX, 960))

    def test_it_is_turned_upright(self) -> None:
        exif = Image.Exif()
        exif[0x0112] = 6
        photo = rewritten(picture((1000, 500), exif=exif))
        self.assertEqual((photo.width_px, photo.height_px), (500, 1000))

    def test_what_is_larger_than_a_photo_is_refused_before_it_is_decoded(self) -> None:
        for size, kind in (((4100, 3100), "JPEG"), ((6000, 6000), "PNG"), ((65_000, 200), "PNG")):
            with self.subTest(size), self.assertRaisesRegex(CannotUse, "more pixels than a photo"):
                rewritten(picture(size, kind))

    def test_eight_at_once_take_no_more_memory_than_there_is(self) -> None:
        """Measured in a process of its own, whose peak begins anew."""
        done = subprocess.run([str(PYTHON), "-c", _EIGHT_AT_ONCE], cwd=ROOT, capture_output=True, text=True, check=True)
        self.assertLess(float(done.stdout), MOST_MB)
