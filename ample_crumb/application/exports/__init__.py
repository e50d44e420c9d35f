"""What goes out in forms that other programs read: formulas, tables, calendars, and the kitchen as a whole."""
