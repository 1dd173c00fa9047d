# make demo · make test · make fuzz · make dev · make lint · make types · make locks · make shots · make bench · make wheel
#
# A step leaves a stamp in what it made, and is done again only when what it stands on has changed.

PYTHON ?= python3
BIN := .venv/bin
RUN := .venv/.run-installed
WORK := .venv/.work-installed
NODE := web/node_modules/.installed
STATIC := src/kettledrum/api/static/index.html
WEB := $(shell find web/src web/public -type f) web/index.html web/vite.config.ts web/tsconfig.json

.PHONY: demo test fuzz dev lint shots bench types locks wheel clean

demo: $(RUN) $(STATIC)
	$(BIN)/kettledrum demo

test: $(WORK) $(STATIC)
	@tools/install-chromium
	cd web && npm run --silent test
	$(BIN)/pytest

# Properties on other examples each time, and on twenty times as many; FUZZ says how many times.
fuzz: $(WORK)
	KETTLEDRUM_FUZZ=$(or $(FUZZ),20) $(BIN)/pytest -m hypothesis
	KETTLEDRUM_FUZZ=$(or $(FUZZ),20) $(BIN)/pytest tests/api/test_schema.py -k no_request

dev: $(RUN) $(NODE)
	@echo "The page that follows every change is the one that Vite prints below."
	@trap 'kill 0' INT TERM EXIT; $(BIN)/kettledrum demo --port 8750 & cd web && npx vite

lint: $(WORK) $(NODE)
	$(BIN)/ruff format --check .
	$(BIN)/ruff check .
	$(BIN)/mypy
	$(BIN)/lint-imports
	tools/check-types
	cd web && npm run --silent lint

types: $(RUN) $(NODE)
	$(BIN)/python tools/schemas.py src/kettledrum/formats/json-schemas
	$(BIN)/python -m kettledrum.api.schema > web/src/api/openapi.json
	cd web && npm run --silent types

shots: $(WORK) $(STATIC)
	@tools/install-chromium
	$(BIN)/python tools/shots.py

bench: $(WORK) $(STATIC)
	@tools/install-chromium
	@$(BIN)/python bench/speed.py

# The hash-locked lists again, from the ranges in pyproject.toml and the front end's package.json.
locks: $(WORK)
	tools/lock

wheel: $(RUN) $(STATIC)
	$(BIN)/pip wheel --quiet --disable-pip-version-check --no-deps --wheel-dir dist .

clean:
	rm -rf .venv dist web/node_modules src/kettledrum/api/static

$(RUN): requirements.txt pyproject.toml
	@tools/check-needs $(PYTHON)
	test -x $(BIN)/python || $(PYTHON) -m venv .venv
	$(BIN)/pip install --quiet --disable-pip-version-check --require-hashes -r requirements.txt
	$(BIN)/pip install --quiet --disable-pip-version-check --no-deps --editable .
	@touch $@

$(WORK): $(RUN) requirements-work.txt
	$(BIN)/pip install --quiet --disable-pip-version-check --require-hashes -r requirements-work.txt
	@touch $@

$(NODE): web/package-lock.json web/package.json
	@tools/check-needs $(PYTHON)
	cd web && npm ci --silent
	@touch $@

$(STATIC): $(NODE) $(WEB)
	cd web && npm run --silent build
	@touch $@
