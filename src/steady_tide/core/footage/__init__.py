"""What clips say against what was planned: expected, seen, the likeliest causes, and what the kit learns of it."""
