"""Nutrition claims: the rules of the European Union and of the US, a rule checked, the least change to what lacks."""
