"""The open formats in and out: one file a format, each with its reader and its writer."""
