"""Accounts: coming in, what is one's own, and what whoever runs the service may do."""
