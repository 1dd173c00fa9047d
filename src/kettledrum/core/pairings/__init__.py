"""Which sprockets may run, and which would do."""
