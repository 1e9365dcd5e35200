"""Scenes to look at, rendered once by a developer: `./tide plates`. Nothing else of the product imports this."""
