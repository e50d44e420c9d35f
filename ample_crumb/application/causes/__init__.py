"""Why a batch came out as it did, and what to change next time."""
