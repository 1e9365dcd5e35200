"""Strangers' clips: opened, read and made small in a process with limits."""
