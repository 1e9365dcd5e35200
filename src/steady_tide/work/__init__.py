"""What is done apart from requests: the queue, its jobs, and the worker."""
