"""A second `./start`, to the first page."""

import subprocess
import tempfile
import time
import urllib.request
from pathlib import Path

from benchmarks.measure import busy_machine, timing
from launch.cluster import free_port
from launch.install import ROOT

TIMES = 5


def _start(data: Path) -> float:
    """Seconds from the command to the page; stops it again."""
    port = free_port()
    begun = time.perf_counter()
    command = [str(ROOT / "start"), "--port", str(port), "--data", str(data)]
    with subprocess.Popen(command, cwd=ROOT, stdout=subprocess.PIPE, text=True) as process:
        assert process.stdout is not None
        while "is at" not in process.stdout.readline():
            assert process.poll() is None
        with urllib.request.urlopen(f"http://127.0.0.1:{port}/today") as answer:
            answer.read()
        took = time.perf_counter() - begun
        process.terminate()
    return took


def run() -> None:
    """Prints the first start, which makes the cluster and the demo, and the later ones."""
    with tempfile.TemporaryDirectory(prefix="ample-crumb-") as folder:
        Path(folder).chmod(0o755)
        data = Path(folder) / "data"
        first = _start(data)
        later = timing([1000 * _start(data) for _ in range(TIMES)])
        with busy_machine():
            busy = timing([1000 * _start(data) for _ in range(TIMES)])
    print(f"./start, new data folder {first:.1f} s; again: {later}; beside two busy loops: {busy}   (aim: 3 s)")
