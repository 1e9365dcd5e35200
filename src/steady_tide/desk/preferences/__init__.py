"""What an account prefers: schools and weights, how quantities are read, how cells are charged."""
