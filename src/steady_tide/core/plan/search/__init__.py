"""The search: exact minimum over every set of a device, with every rival."""
