"""The simulated picture: a scene's light through a set, step by step, each by the core's own figures."""
