# Two commands: `make demo` and `make test`. Each does only the part that is missing.
BIN := .venv/bin
WEB := bellstone/desk/static_web/index.html
WEB_SOURCES := $(shell find web/src -type f) web/index.html web/package.json web/vite.config.ts web/postcss.config.mjs
export DJANGO_SETTINGS_MODULE := bellstone.desk.settings

.PHONY: demo test check bench robust mutants web types browser clean lock wheel tools
COMPILE = ../$(BIN)/pip-compile --quiet --generate-hashes --allow-unsafe --strip-extras --no-emit-index-url \
	--no-emit-trusted-host --no-emit-find-links

demo: tools .venv/.run $(WEB)
	@$(BIN)/bellstone demo --port $(or $(PORT),8765)

test: tools .venv/.dev $(WEB) browser check
	$(BIN)/pytest -n auto --dist loadfile

# What must be on the machine already, and what to install where it is not.
tools:
	@python3 -c 'import sys; sys.exit(sys.version_info < (3, 11))' 2>/dev/null || \
		{ echo "Bell Stone needs Python 3.11 or newer, and its venv: apt-get install python3 python3-venv, or python.org"; exit 1; }
	@python3 -c 'import venv, ensurepip' 2>/dev/null || test -x $(BIN)/python || \
		{ echo "Bell Stone needs Python's venv: apt-get install python3-venv"; exit 1; }
	@node -e 'const [a, b] = process.versions.node.split(".").map(Number); process.exit(a > 20 || (a === 20 && b >= 19) ? 0 : 1)' 2>/dev/null || \
		{ test -e $(WEB) || { echo "Bell Stone needs Node.js 20.19 or newer: nodejs.org, or your system's package nodejs"; exit 1; }; }
	@command -v npm >/dev/null || test -e $(WEB) || { echo "Bell Stone needs npm, which comes with Node.js: nodejs.org"; exit 1; }

check: .venv/.dev web/node_modules/.stamp
	$(BIN)/ruff check . && $(BIN)/ruff format --check .
	$(BIN)/mypy
	$(BIN)/lint-imports
	cd web && npm run --silent check

bench: .venv/.dev $(WEB) browser
	$(BIN)/python -m benchmarks.core
	.venv/bin/python -m benchmarks.browser

web: $(WEB)

# The API's schema and the browser's types of it; a test fails when they are stale.
types: .venv/.run web/node_modules/.stamp
	$(BIN)/django-admin openapi > docs/openapi.json
	cd web && npm run --silent types

.venv/.run: requirements/run.txt pyproject.toml
	test -x $(BIN)/python || python3 -m venv .venv
	$(BIN)/pip install --quiet --disable-pip-version-check --require-hashes --no-deps -r requirements/run.txt
	$(BIN)/pip install --quiet --disable-pip-version-check --no-deps -e .
	@touch $@

.venv/.dev: .venv/.run requirements/dev.txt
	$(BIN)/pip install --quiet --disable-pip-version-check --require-hashes --no-deps -r requirements/dev.txt
	@touch $@

web/node_modules/.stamp: web/package-lock.json
	cd web && npm ci --no-audit --no-fund --loglevel=error
	@touch $@

$(WEB): web/node_modules/.stamp $(WEB_SOURCES)
	cd web && npm run --silent build -- --logLevel warn
	@touch $@

browser:
	@command -v chromium >/dev/null || { $(if $(filter 0,$(shell id -u)),,sudo) apt-get update -qq && $(if $(filter 0,$(shell id -u)),,sudo) apt-get install -y -qq chromium >/dev/null; }

# Newest pins within what pyproject.toml and dev.in allow: the product's first, which hold for the tests too.
lock: .venv/.dev
	cd requirements && $(COMPILE) --upgrade --output-file=run.txt ../pyproject.toml
	cd requirements && $(COMPILE) --upgrade --output-file=dev.txt dev.in

# A wheel with the built web and the samples in it: bellstone demo runs from it wherever Python is.
wheel: .venv/.run $(WEB)
	$(BIN)/pip wheel --quiet --disable-pip-version-check --no-deps --wheel-dir dist .

clean:
	rm -rf .venv web/node_modules bellstone/desk/static_web

# Ten thousand cases made from the API's schema, forty kills, a full disk, damaged files, many writers; a share runs with every test.
robust: .venv/.dev $(WEB)
	BELLSTONE_CASES=10000 BELLSTONE_KILLS=40 $(BIN)/pytest tests/desk/test_robust.py tests/desk/test_attacks.py tests/desk/test_serving.py --durations=12

# How many small wrong changes of the core the tests see, and which they do not.
mutants: .venv/.dev
	$(BIN)/python -m tests.mutants $(or $(COUNT),300)
