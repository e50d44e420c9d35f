"""How long a dessert keeps, where, and with which caution."""
