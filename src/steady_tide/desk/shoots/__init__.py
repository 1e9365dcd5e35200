"""The list of shoots, and an account's places."""
