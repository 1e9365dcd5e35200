"""Devices and their modes, filters: documents and their limits."""
