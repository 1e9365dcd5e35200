"""What is made of plans: what hangs on what, presets, cameras that match, what a camera is good at."""
