"""The store that a request works on."""

from typing import Annotated

from fastapi import Depends, Request

from kettledrum.store import Store


def _store(request: Request) -> Store:
    store: Store = request.app.state.store
    return store


TheStore = Annotated[Store, Depends(_store)]
