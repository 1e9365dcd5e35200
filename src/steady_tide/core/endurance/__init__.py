"""How long it lasts: cells in the cold, bodies in the heat."""
