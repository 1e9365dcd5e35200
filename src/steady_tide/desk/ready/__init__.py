"""Getting ready: what budgets rest on, what makes up for what is short."""
