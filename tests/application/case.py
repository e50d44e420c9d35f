"""What tests of the work layer begin with: an empty kitchen of one person."""

import unittest
from uuid import uuid4

from ample_crumb.application.jobs import work
from ample_crumb.store import kitchens
from ample_crumb.store.scope import Principal
from tests.kitchen import new_database, open_database


class KitchenCase(unittest.TestCase):
    """Base: `database` and `who`."""

    def settle(self) -> None:
        """Does all that waits in the background."""
        while work(self.database):
            pass

    def setUp(self) -> None:
        self.database = open_database(new_database())
        self.addCleanup(self.database.close)
        self.principal = Principal(uuid4(), uuid4())
        with self.database.unscoped() as connection:
            kitchens.add_kitchen(connection, self.principal, "One", "Anna")
