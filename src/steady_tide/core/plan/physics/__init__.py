"""What a device can do, enumerated, and every physical figure of it."""
