"""Cameras and the bag, with their history and templates."""
