"""The scenes, each a function that sets its stage."""
