"""The store as a file: opened, brought up to date, kept aside when damaged, read where it is old."""
