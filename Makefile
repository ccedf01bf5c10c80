# make demo   install, build, load the demo and serve the studio on 127.0.0.1 (PORT=8765)
# make test   everything that is checked: linters, types, generated files, unit tests, browser journeys
# make hosted  a whole hosted site on this machine: PostgreSQL, Redis, proxy; make test-hosted  the server's tests and a journey on it
# make dev    serve with hot reload while working on the code
# Stamp files in .stamps make repeats cheap.

# Compiled modules are kept: some machines ask not to, and every start of the studio would compile them anew.
unexport PYTHONDONTWRITEBYTECODE

PORT ?= 8765
HOSTED_PORT ?= 8443
ON_POSTGRES ?= server
PYTHON ?= python3
PY := .venv/bin/python
PIP := $(PY) -m pip install --disable-pip-version-check --quiet --no-deps
STAMPS := .stamps
NODE := cd web && node
SIDE_BY_SIDE := $(MAKE) --no-print-directory -j2

WEB_SOURCES := $(shell find web/src web/public -type f) web/index.html web/vite.config.ts web/package.json workflow.json

.PHONY: demo test unit unit-web journeys hosted test-hosted dev lint lint-python lint-web client lock bench storm screenshots clean

demo: $(STAMPS)/run $(STAMPS)/build
	@$(PY) manage.py migrate --verbosity 0
	@$(PY) manage.py tidy_records --verbosity 0
	@$(PY) -m demo.load --once
	@exec $(PY) -m demo.serve $(PORT)

# What waits for the network or one core goes side by side, the pages' unit tests with the journeys, which begin with one core while the
# demo is loaded. Journeys and unit tests each take both cores, one after the other: side by side they take longer than that.
test:
	@$(SIDE_BY_SIDE) $(STAMPS)/dev $(STAMPS)/build $(STAMPS)/browser
	@$(SIDE_BY_SIDE) lint-python lint-web
	@$(MAKE) --no-print-directory unit
	@$(SIDE_BY_SIDE) unit-web journeys

unit-web: $(STAMPS)/npm
	$(NODE) node_modules/vitest/vitest.mjs run

unit: $(STAMPS)/dev
	$(PY) -m pytest core/tests server demo tests -n 2 --dist loadfile

journeys: $(STAMPS)/dev $(STAMPS)/build $(STAMPS)/browser
	$(PY) -m pytest e2e -n 2 --dist loadfile

hosted: $(STAMPS)/hosted $(STAMPS)/build
	@$(PY) -m tools.hosted $(HOSTED_PORT)

test-hosted: $(STAMPS)/hosted $(STAMPS)/dev $(STAMPS)/build $(STAMPS)/browser
	$(PY) -m tools.hosted test $(ON_POSTGRES)

dev: $(STAMPS)/dev $(STAMPS)/npm
	@$(PY) manage.py migrate --verbosity 0
	@$(PY) -m demo.load --once
	@$(PY) -m demo.dev $(PORT)

lint: lint-python lint-web

lint-python: $(STAMPS)/dev
	$(PY) -m ruff format --check .
	$(PY) -m ruff check .
	.venv/bin/lint-imports
	$(PY) -m mypy
	$(PY) manage.py makemigrations --check --dry-run
	$(PY) -m tools.openapi --check
	$(PY) -m tools.course --check

lint-web: $(STAMPS)/npm
	$(NODE) node_modules/openapi-typescript/bin/cli.js openapi.json -o src/shared/api/schema.d.ts --check
	$(NODE) node_modules/prettier/bin/prettier.cjs --check .
	$(NODE) node_modules/eslint/bin/eslint.js .
	$(NODE) node_modules/typescript7/bin/tsc --noEmit -p tsconfig.json

client: $(STAMPS)/dev $(STAMPS)/npm
	$(PY) -m tools.openapi
	$(NODE) node_modules/openapi-typescript/bin/cli.js openapi.json -o src/shared/api/schema.d.ts

lock: $(STAMPS)/run
	$(PY) -m pip install --quiet uv
	.venv/bin/uv pip compile -q --universal --python-version 3.11 --generate-hashes --no-header --no-annotate requirements/run.in -o requirements/run.txt
	.venv/bin/uv pip compile -q --universal --python-version 3.11 --generate-hashes --no-header --no-annotate -c requirements/run.txt requirements/dev.in -o requirements/dev.txt
	.venv/bin/uv pip compile -q --universal --python-version 3.11 --generate-hashes --no-header --no-annotate -c requirements/run.txt -c requirements/dev.txt requirements/hosted.in -o requirements/hosted.txt

bench: $(STAMPS)/dev $(STAMPS)/build
	$(PY) -m benchmarks.run

storm: $(STAMPS)/dev $(STAMPS)/build
	$(PY) -m tools.storm

screenshots: $(STAMPS)/dev $(STAMPS)/build $(STAMPS)/browser
	$(PY) -m tools.screenshots

clean:
	rm -rf .venv .stamps web/node_modules web/dist

.venv/bin/python:
	$(PYTHON) -m venv .venv

$(STAMPS)/run: requirements/run.txt core/pyproject.toml | .venv/bin/python
	@mkdir -p $(STAMPS)
	$(PIP) --require-hashes -r requirements/run.txt
	$(PIP) --no-build-isolation -e core
	@touch $@

$(STAMPS)/dev: requirements/dev.txt $(STAMPS)/run
	$(PIP) --require-hashes -r requirements/dev.txt
	@touch $@

HOSTED_PACKAGES := postgresql redis-server nginx openssl

$(STAMPS)/hosted: requirements/hosted.txt $(STAMPS)/run
	$(PIP) --require-hashes -r requirements/hosted.txt
	@test -x /usr/sbin/nginx -a -x /usr/bin/redis-server -a -x /usr/bin/createdb || \
		(apt-get update -qq && RUNLEVEL=1 apt-get install -y -qq $(HOSTED_PACKAGES))
	@touch $@

$(STAMPS)/npm: web/package-lock.json
	@mkdir -p $(STAMPS)
	cd web && npm ci --ignore-scripts --no-audit --no-fund --loglevel=error
	@touch $@

$(STAMPS)/build: $(STAMPS)/npm $(STAMPS)/run $(WEB_SOURCES)
	$(NODE) node_modules/vite/bin/vite.js build --logLevel warn
	$(PY) -m whitenoise.compress -q web/dist/static
	@touch $@

$(STAMPS)/browser:
	@mkdir -p $(STAMPS)
	@test -x /usr/bin/chromium-headless-shell || (apt-get update -qq && apt-get install -y -qq chromium-headless-shell) || \
		test -x /usr/bin/chromium
	@touch $@
