"""What the budgets are measured with."""
