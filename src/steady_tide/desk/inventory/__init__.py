"""Cameras and the bag, with the journal that undoes what was done to them."""
