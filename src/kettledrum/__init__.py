"""Kettledrum: works out, compares and looks after bicycle drives."""

__version__ = "0.1.0"
