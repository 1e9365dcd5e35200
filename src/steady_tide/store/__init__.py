"""What is kept: tables, repositories and migrations on PostgreSQL."""
