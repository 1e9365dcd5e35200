"""One scene: its brief, its cameras, its history, and what can be asked about it."""
