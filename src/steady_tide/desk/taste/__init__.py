"""Schools, and the numbers behind the plans."""
