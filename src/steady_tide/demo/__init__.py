"""The demo: one made-up shoot and one made-up kit."""
