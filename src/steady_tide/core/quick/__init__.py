"""Quick sums, one question each, before any kit exists: asked as plain numbers, answered with formula and drawing."""
