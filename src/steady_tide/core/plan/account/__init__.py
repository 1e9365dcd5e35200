"""A chosen set told: values with their reasons, marks, ledger, figures; or wishes that cannot be had together."""
