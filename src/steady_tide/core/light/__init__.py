"""How much light there is: named conditions, the sun behind cloud, readings."""
