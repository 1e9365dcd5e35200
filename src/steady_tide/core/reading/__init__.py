"""What frames tell: measures on arrays. A reading knows the file and nothing else; what it means is said elsewhere."""
