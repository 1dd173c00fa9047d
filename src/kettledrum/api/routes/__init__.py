"""What can be asked: one file a subject, each with its router."""
