"""Seconds until `./start` serves again after something of it was killed, and until it has stopped at last."""

import os
import re
import shutil
import signal
import socket
import subprocess
import tempfile
import time
import urllib.request
from pathlib import Path

from benchmarks.measure import busy_machine
from launch.cluster import free_port
from launch.install import ROOT


def run() -> None:
    """Prints the seconds."""
    folder = Path(tempfile.mkdtemp())
    folder.chmod(0o755)
    port = free_port()
    command = [str(ROOT / "start"), "--port", str(port), "--data", str(folder / "data")]
    process = subprocess.Popen(command, cwd=ROOT, stdout=subprocess.PIPE, stderr=subprocess.DEVNULL, text=True)
    try:
        _until_served(port)
        for name, how in (
            ("server", signal.SIGKILL),
            ("PostgreSQL", signal.SIGKILL),
            ("PostgreSQL", signal.SIGINT),
        ):
            print(f"{name} ended by {how.name}: serves again after {_killed(name, how, port, folder):.1f} s")
        with busy_machine():
            took = _killed("server", signal.SIGKILL, port, folder)
        print(f"server ended by SIGKILL beside two busy loops: serves again after {took:.1f} s   (aim: 5 s)")
        half = b"PUT /api/v1/settings HTTP/1.1\r\nhost: 127.0.0.1\r\ncontent-length: 9\r\n\r\n{"
        clients = [socket.create_connection(("127.0.0.1", port)) for _ in range(200)]
        for client in clients:
            client.sendall(half)
        began = time.monotonic()
        process.terminate()
        process.wait()
        print(f"stopped with 200 half-sent requests: after {time.monotonic() - began:.1f} s")
        for client in clients:
            client.close()
    finally:
        process.kill()
        process.wait()
        shutil.rmtree(folder, ignore_errors=True)


def _killed(name: str, how: signal.Signals, port: int, folder: Path) -> float:
    """Seconds until it serves again."""
    began, was = time.monotonic(), _pid(name, port, folder)
    assert was is not None
    os.kill(was, how)
    while _pid(name, port, folder) in {was, None}:
        time.sleep(0.05)
    _until_served(port)
    return time.monotonic() - began


def _pid(name: str, port: int, folder: Path) -> int | None:
    """Its process; None while there is none."""
    if name == "PostgreSQL":
        file = folder / "data" / "postgresql" / "data" / "postmaster.pid"
        return int(file.read_text().splitlines()[0]) if file.exists() else None
    running = subprocess.run(["pgrep", "-af", "ample_crumb serve"], capture_output=True, text=True, check=False).stdout
    found = re.search(rf"^(\d+) .*--port {port} ", running, re.MULTILINE)
    return int(found[1]) if found else None


def _served(port: int) -> bool:
    try:
        with urllib.request.urlopen(f"http://127.0.0.1:{port}/api/v1/formulas", timeout=5):
            return True
    except OSError:
        return False


def _until_served(port: int) -> None:
    while not _served(port):
        time.sleep(0.05)
