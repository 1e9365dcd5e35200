"""What is taken along: the day as a file, a shoot for a phone without signal, clips for an editor."""
