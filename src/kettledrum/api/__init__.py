"""The web API, and the built front end."""

from kettledrum.api.access import Access
from kettledrum.api.app import create_app

__all__ = ["Access", "create_app"]
