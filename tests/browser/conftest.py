"""A page on a server of its own; it may ask nobody else for anything, and must log no error."""

import pytest
from playwright.sync_api import Page, Response, expect

from kettledrum.demo import demo_data, honey_round, stock
from kettledrum.formats.archive import Everything
from kettledrum.store import Store
from serving import CHROMIUM_WORDS, HEADLESS_CHROMIUM, Served

# A machine that is busy elsewhere is slow, not wrong.
expect.set_options(timeout=20_000)


@pytest.fixture(scope="session")
def browser_type_launch_args(browser_type_launch_args):
    return {
        **browser_type_launch_args,
        "executable_path": HEADLESS_CHROMIUM,
        "args": CHROMIUM_WORDS,
    }


@pytest.fixture(scope="session")
def browser_context_args(browser_context_args):
    return {
        **browser_context_args,
        "viewport": {"width": 1280, "height": 800},
        "accept_downloads": True,
        # What moves is not what these tests ask about, and a busy machine stalls it anywhere.
        "reduced_motion": "reduce",
    }


@pytest.fixture(scope="session")
def demo_server(tmp_path_factory):
    """The demo, as `kettledrum demo` serves it."""
    served = Served("demo", data=tmp_path_factory.mktemp("data"))
    yield served
    served.stop()


@pytest.fixture
def demo(demo_server):
    """The demo, started over for the test with its first job alone."""
    store = Store(demo_server.data / "demo")
    # What another test put on the shelf is none of this one’s.
    store.start_over([honey_round()], stock())
    store.close()
    return demo_server


@pytest.fixture
def season(demo_server):
    """The demo’s first job with its two bikes, their season of rides and its swap test."""
    data = demo_data()
    store = Store(demo_server.data / "demo")
    store.start_over(Everything(data.jobs[:1], [], data.logs, data.seconds))
    store.close()
    return demo_server


@pytest.fixture
def expected_errors() -> set[str]:
    """What the browser may log in a test that provokes it, such as "422"; empty in all others."""
    return set()


SERVER_GONE = {"ERR_CONNECTION_REFUSED", "ERR_CONNECTION_RESET", "ERR_EMPTY_RESPONSE"}
"""What the browser logs of a page whose server was stopped, which only a test does."""


@pytest.fixture(autouse=True)
def watched(page: Page, expected_errors: set[str]):
    """Fails a test whose page logs an error or asks anybody but this machine for anything."""
    logged: list[str] = []
    asked: list[str] = []
    page.on("console", lambda message: message.type in ("error", "warning") and logged.append(message.text))
    page.on("pageerror", lambda error: logged.append(str(error)))
    refused: list[str] = []
    page.on("response", lambda answer: answer.ok or refused.append(told(answer)))
    page.on("request", lambda request: asked.append(request.url))
    yield
    assert [url for url in asked if not url.startswith(("http://127.0.0.1:", "data:", "blob:"))] == []
    expected = expected_errors | SERVER_GONE
    unexpected = [text for text in logged if not any(words in text for words in expected)]
    assert (unexpected and [*unexpected, *refused]) == []


def told(answer: Response) -> str:
    """What was asked and answered, for the one who reads why a test failed."""
    return f"{answer.request.method} {answer.url} {answer.request.post_data}: {answer.status}"
