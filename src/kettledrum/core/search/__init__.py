"""Every drive that the parts can make, judged for a job."""
