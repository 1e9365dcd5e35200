"""The field: a shoot to take along, what comes home from it, links for helpers, the logbook."""
