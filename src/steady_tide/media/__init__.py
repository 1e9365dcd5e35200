"""Stills and clips: decoded in a process of their own, since files are strangers'."""
