"""The front end's types are those of the interface as it is now."""

import json
import subprocess
import tempfile
import unittest
from pathlib import Path

from ample_crumb.api.app import create_app
from launch.install import WEB


class Types(unittest.TestCase):
    def test_generated_types_are_current(self) -> None:
        with tempfile.TemporaryDirectory() as folder:
            description = Path(folder) / "openapi.json"
            description.write_text(json.dumps(create_app("postgresql://unused").openapi()))
            made = Path(folder) / "schema.d.ts"
            command = [str(WEB / "node_modules/.bin/openapi-typescript"), str(description), "-o", str(made)]
            subprocess.run(command, check=True, capture_output=True)
            self.assertEqual(
                made.read_text(),
                (WEB / "src/api/schema.d.ts").read_text(),
                "run: python -m ample_crumb openapi > web/openapi.json && npm --prefix web run types",
            )
