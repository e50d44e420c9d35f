"""What tests of the store begin with: two kitchens of one person each."""

import unittest
from uuid import uuid4

from ample_crumb.store import kitchens
from ample_crumb.store.scope import Principal
from tests.kitchen import new_database, open_database


class StoreCase(unittest.TestCase):
    """Base: `database` at `url`, and the people `who` and `other`."""

    def setUp(self) -> None:
        self.url = new_database()
        self.database = open_database(self.url)
        self.addCleanup(self.database.close)
        self.principal, self.other = Principal(uuid4(), uuid4()), Principal(uuid4(), uuid4())
        with self.database.unscoped() as connection:
            kitchens.add_kitchen(connection, self.principal, "One", "Anna")
            kitchens.add_kitchen(connection, self.other, "Two", "Bert")
