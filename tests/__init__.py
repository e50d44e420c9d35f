"""Tests, a folder a room. One Hypothesis profile serves them all."""

import os

try:
    from hypothesis import HealthCheck, settings
except ImportError:
    # Benchmarks borrow the kitchens of the tests where only what serves is installed.
    settings = None  # type: ignore[assignment,misc]

LONG = os.environ.get("AMPLE_CRUMB_TESTS") == "long"
"""Whether what takes long by nature, faults and fuzz, is run in full."""

if settings is not None:
    # No deadline, because a loaded machine is no fault of the code; the same examples in every run of CI, others here.
    settings.register_profile(
        "ample-crumb",
        deadline=None,
        derandomize=bool(os.environ.get("CI")),
        database=None,
        print_blob=True,
        suppress_health_check=[HealthCheck.too_slow],
    )
    settings.load_profile("ample-crumb")
