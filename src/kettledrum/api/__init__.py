"""The web API, and the built front end."""

from kettledrum.api.app import create_app

__all__ = ["create_app"]
