"""Where the figures of a generic food are from."""

from dataclasses import dataclass


@dataclass(frozen=True, slots=True)
class Provenance:
    """The sources of a food's figures. `composition` is that of its nutrients, for which `reference_name` is what the
    source calls the food; `kept` names the nutrients that are not from there and `kept_why` says why and whence.
    `measures` is what the weights of its cups, pieces and packs rest on; empty where it has none. `energy_note` says
    how the energy is counted, where the sum of its parts by general factors is another."""

    composition: str
    reference_name: str = ""
    kept: tuple[str, ...] = ()
    kept_why: str = ""
    measures: str = ""
    energy_note: str = ""
