"""Ready to go: what cells, cards and bodies bear through a day, what to charge and check, which shots there are."""
