"""Footage: files on their way in, clips with what they say, held against what was planned."""
