"""The catalogue: every message by its key, in Fluent, a file a room."""
