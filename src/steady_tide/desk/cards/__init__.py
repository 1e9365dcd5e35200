"""What to dial into a camera, and what is dialled in."""
