"""Interval shooting: hours into frames into seconds, and stars into trails."""
