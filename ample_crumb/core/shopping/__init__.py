"""What to buy: what formulas need, less what is at home, in whole packs."""
