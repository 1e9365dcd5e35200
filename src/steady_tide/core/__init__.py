"""The heart: the rules of the job, pure and synchronous. No files, clock, network, database or web."""
