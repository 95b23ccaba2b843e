# Awake Furrow. Two commands on a fresh machine: `make demo` and `make test`; the rest is for those who build it.
SHELL := /bin/bash
.SHELLFLAGS := -eu -o pipefail -c
.DEFAULT_GOAL := help

PYTHON ?= python3
VENV := .venv
PY := $(VENV)/bin/python
STAMPS := $(VENV)/stamps
export PATH := $(CURDIR)/$(VENV)/bin:$(PATH)
export DJANGO_SETTINGS_MODULE := server.config.settings
# compiled once, lazily, and outside the checkout: every command starts seconds sooner
export PYTHONPYCACHEPREFIX := $(CURDIR)/$(VENV)/pycache
# a machine that forbids it (containers often do) would compile everything again in each process
export PYTHONDONTWRITEBYTECODE :=

DEMO_DAY := $(shell date +%F)
DEMO_ENV := AWAKE_FURROW_DATABASE=var/demo-$(DEMO_DAY).sqlite3 AWAKE_FURROW_BACKUPS=var/demo-backups
# OWN=1: your own nursery instead of the demo
LAN_ENV := $(if $(OWN),,$(DEMO_ENV))
WEB_SOURCES := $(shell find web/src web/public web/worker -type f 2>/dev/null) web/index.html web/vite.config.ts web/package-lock.json

.PHONY: help demo dev check test-one mutate serve serve-lan backup restore test vectors answers photo-counts screenshots bench fuzz torture format schema clean

help: ## what there is
	@grep -hE '^[a-z-]+:.*##' $(MAKEFILE_LIST) | sed -E 's/:.*## /\t/' | expand -t 14

# --- setting up; each step runs again only when what it depends on has changed ---

$(STAMPS)/venv: requirements/bootstrap.txt
	$(PYTHON) scripts/check_python.py
	test -x $(PY) || $(PYTHON) -m venv $(VENV)
	$(PY) -m pip install --quiet --disable-pip-version-check --require-hashes -r requirements/bootstrap.txt
	mkdir -p $(STAMPS) && touch $@

$(STAMPS)/run: $(STAMPS)/venv requirements/run.txt
	$(VENV)/bin/uv pip install --quiet --python $(PY) --require-hashes -r requirements/run.txt
	touch $@

$(STAMPS)/dev: $(STAMPS)/run requirements/dev.txt
	$(VENV)/bin/uv pip install --quiet --python $(PY) --require-hashes -r requirements/dev.txt
	touch $@

# an environment of its own: the second fuzzer brings other versions of what we use
$(STAMPS)/fuzz: $(STAMPS)/venv requirements/fuzz.txt
	test -x $(VENV)/fuzz/bin/python || $(PYTHON) -m venv $(VENV)/fuzz
	$(VENV)/bin/uv pip install --quiet --python $(VENV)/fuzz/bin/python --require-hashes -r requirements/fuzz.txt
	touch $@

$(STAMPS)/node: $(STAMPS)/venv requirements/node.txt
	$(PY) scripts/check_node.py || $(VENV)/bin/uv pip install --quiet --python $(PY) --require-hashes -r requirements/node.txt
	touch $@

$(STAMPS)/npm: $(STAMPS)/node web/package-lock.json web/package.json
	cd web && npm ci --no-progress --ignore-scripts --loglevel=error
	touch $@

$(STAMPS)/web: $(STAMPS)/npm $(WEB_SOURCES) | $(STAMPS)/run $(STAMPS)/fonts
	cd web && npx vite build --logLevel warn
	$(PY) -m scripts.compress web/dist
	touch $@

# papers are printed in the fonts that the front end ships
$(STAMPS)/fonts: $(STAMPS)/npm scripts/make_fonts.py | $(STAMPS)/run
	$(PY) -m scripts.make_fonts web/node_modules build/fonts
	touch $@

$(STAMPS)/chromium: $(STAMPS)/venv
	scripts/install_chromium.sh
	touch $@

# --- running ---

demo: $(STAMPS)/run $(STAMPS)/web ## set up, load the demo data of today, serve on loopback
	@mkdir -p var
	@$(DEMO_ENV) $(PY) -m scripts.serve --demo

serve: $(STAMPS)/run $(STAMPS)/web ## serve your own nursery on loopback, in var/awake-furrow.sqlite3
	@mkdir -p var
	@$(PY) -m scripts.serve

serve-lan: $(STAMPS)/run $(STAMPS)/web ## serve the demo, or with OWN=1 your own nursery, to this network; docs/network.md
	@mkdir -p var
	@$(LAN_ENV) $(PY) -m scripts.serve_lan $(if $(OWN),,--demo)

dev: $(STAMPS)/run $(STAMPS)/npm $(STAMPS)/fonts ## work on it: the API and the front end with hot reload, on the demo data
	@mkdir -p var
	@$(DEMO_ENV) $(PY) -m scripts.dev

backup: $(STAMPS)/run ## make a backup of the database and the photos, while it runs; LOCK=1: one that a passphrase opens
	@$(PY) manage.py backup $(if $(LOCK),--lock)

restore: $(STAMPS)/run ## put a backup in the place of everything: make restore FILE=path
	@$(PY) manage.py restore $(FILE)

# --- checking ---

test: $(STAMPS)/dev $(STAMPS)/web $(STAMPS)/chromium ## everything CI checks
	$(PY) -m scripts.check --all
	AWAKE_FURROW_COVERAGE=1 $(PY) manage.py test --parallel 2 --timing

check: $(STAMPS)/dev $(STAMPS)/npm ## format, lint, types, contracts and the core's tests, in less than a minute
	@$(PY) -m scripts.check

test-one: $(STAMPS)/dev $(STAMPS)/web $(STAMPS)/chromium ## one test, by its dotted name or its file: make test-one NAME=journeys.test_faults
	@$(PY) -m scripts.test_one $(NAME)

mutate: $(STAMPS)/dev ## change the core in 300 places, one at a time, and see whether its tests notice: make mutate [COUNT=n]
	@$(PY) -m scripts.mutate $(COUNT)

vectors: $(STAMPS)/run ## run vectors against the core: make vectors FILE=path
	@$(PY) -m scripts.vectors $(or $(FILE),core/tests/vectors)

answers: $(STAMPS)/run ## write the core's answers to cases: make answers FILE=cases.json OUT=answers.json
	@$(PY) -m scripts.answers $(FILE) $(OUT)

photo-counts: $(STAMPS)/run ## count the seed in every picture of a folder: make photo-counts DIR=pictures OUT=counts.csv
	@$(PY) -m scripts.photo_counts "$(DIR)" "$(OUT)"

screenshots: $(STAMPS)/dev $(STAMPS)/web $(STAMPS)/chromium ## take the pictures of docs/screenshots again
	$(PY) -m scripts.screenshots docs/screenshots

bench: $(STAMPS)/dev $(STAMPS)/web $(STAMPS)/chromium ## measure what must be fast, print a table
	@$(PY) -m scripts.bench

fuzz: $(STAMPS)/dev $(STAMPS)/web $(STAMPS)/fuzz ## ask the API 10,000 times from its own schema, then by a second fuzzer: make fuzz [SEED=n]
	AWAKE_FURROW_FUZZ=10000 AWAKE_FURROW_FUZZ_SEED=$(or $(SEED),8) $(PY) manage.py test server.tests.test_fuzz
	$(PY) -m scripts.second_fuzzer $(VENV)/fuzz/bin/st $(or $(SEED),8)

torture: $(STAMPS)/dev $(STAMPS)/web $(STAMPS)/chromium ## kill it, fill its disk, damage its files, turn its clock, count all the same
	AWAKE_FURROW_BLOWS=30 AWAKE_FURROW_LEAST_LOOKS=2000 AWAKE_FURROW_DAMAGED=3000 AWAKE_FURROW_FAULTY_LOOKS=400 $(PY) manage.py test \
		server.tests.test_torture server.tests.test_damaged_files server.backups scripts.tests.test_serve_lan \
		journeys.test_device_faults journeys.test_faults journeys.test_without_signal

# --- writing ---

format: $(STAMPS)/dev $(STAMPS)/npm ## format Python and the front end
	ruff check --fix --quiet . || true
	ruff format .
	cd web && npm run --silent format

schema: $(STAMPS)/dev $(STAMPS)/npm ## write the OpenAPI file, the front end's types and its tables of kinds again
	$(PY) manage.py spectacular --fail-on-warn --file docs/api/openapi.yaml
	cd web && npm run --silent schema
	$(PY) -m scripts.write_kinds web/src/shared/api/kinds.json
	$(PY) -m scripts.export_schema docs/exchange/trial.schema.json

clean: ## remove what was installed and built; the data in var/ stays
	rm -rf $(VENV) web/node_modules web/dist
