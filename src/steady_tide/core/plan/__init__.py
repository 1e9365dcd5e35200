"""The planner: brief and stance in; the cheapest feasible set out, with its reasons."""
