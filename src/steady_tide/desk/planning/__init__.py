"""What plans are made from, read once a request, and what is told of them: plans, skies, budgets."""
