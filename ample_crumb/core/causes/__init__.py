"""Why a batch came out as it did: what of it speaks for which cause, and what to change."""
