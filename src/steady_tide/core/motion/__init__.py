"""What moves: blur within a frame, shake, slow motion."""
