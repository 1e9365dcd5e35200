"""Open formats in and out: documents as JSON files, their published schemas, plain text."""
