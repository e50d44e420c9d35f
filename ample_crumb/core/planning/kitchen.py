"""What a kitchen has for a bake day."""

from dataclasses import dataclass
from typing import Annotated, Final

from ample_crumb.core.bounds import Between
from ample_crumb.core.planning.task import Resource

KEEPS_HOT_MIN: Final = 20
"""So long an oven is left on for the next load; after that it is heated anew. Common practice."""

WASH_MIN: Final = {Resource.BOWL: 3, Resource.BLENDER: 5}
"""A wash between two unlike mixes. Common practice; a processor has more corners."""


@dataclass(frozen=True, slots=True)
class PlanningKitchen:
    """How many hands and things there are. On so many `shelves` an oven bakes at once; loads whose heats lie within
    `heat_tolerance_c` may share one. Common practice for the defaults."""

    hands: Annotated[int, Between(1, 6)] = 1
    ovens: Annotated[int, Between(1, 4)] = 1
    shelves: Annotated[int, Between(1, 4)] = 1
    heat_tolerance_c: Annotated[int, Between(0, 25)] = 5
    microwaves: Annotated[int, Between(1, 3)] = 1
    burners: Annotated[int, Between(1, 6)] = 2
    fridge_shelves: Annotated[int, Between(1, 6)] = 2
    freezer_shelves: Annotated[int, Between(1, 6)] = 1
    bowls: Annotated[int, Between(1, 12)] = 3
    blenders: Annotated[int, Between(1, 3)] = 1

    def capacity(self, resource: Resource) -> int:
        """How many tasks may use a thing at once; an oven's shelves are told apart."""
        return {
            Resource.HANDS: self.hands,
            Resource.OVEN: self.ovens,
            Resource.MICROWAVE: self.microwaves,
            Resource.STOVE: self.burners,
            Resource.FRIDGE: self.fridge_shelves,
            Resource.FREEZER: self.freezer_shelves,
            Resource.BOWL: self.bowls,
            Resource.BLENDER: self.blenders,
        }[resource]
