"""A shoot's day: its sky, its scenes on it, changes, readings, files to take along."""
