"""core/production/tray_loads: how many pieces a tray takes."""

import unittest

from ample_crumb.core.production.tins import Tin, TinKind
from ample_crumb.core.production.tray_loads import tray_loads_of, usual_width_cm


class Trays(unittest.TestCase):
    def test_pieces_on_a_tray_worked_by_hand(self) -> None:
        # 30 g spread to 6.5 cm, 2.5 cm apart: (40 + 2.5) / 9 = 4 by (30 + 2.5) / 9 = 3.
        tray = Tin(TinKind.TRAY, 40, 2, 30)
        loads = tray_loads_of(30, [tray], usual_width_cm(30))
        assert loads is not None
        self.assertEqual((loads.per_tray, loads.trays), (12, 3))
        self.assertIsNone(tray_loads_of(30, [Tin(TinKind.MUG, 8, 9)], 6.5))
        self.assertIsNone(tray_loads_of(30, [], 6.5))
        self.assertIsNone(tray_loads_of(2, [tray], usual_width_cm(9000)))
