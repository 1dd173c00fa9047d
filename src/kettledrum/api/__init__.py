"""The web API, and the built front end."""
