"""Starting and stopping: the private PostgreSQL, ports, the running service."""
