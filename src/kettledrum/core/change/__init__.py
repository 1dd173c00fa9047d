"""The change from one setup to another: what comes off and goes on, what to buy, tools, steps."""
