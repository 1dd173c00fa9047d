"""Settings for every test."""

from hypothesis import settings

# How long an example takes says nothing here: speed is measured apart, not in tests.
settings.register_profile("kettledrum", deadline=None)
settings.load_profile("kettledrum")
