"""The service: one module a noun, routes and request shapes, no rule of the job."""
