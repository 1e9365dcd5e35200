"""One module a noun: routes and the shapes of requests."""
