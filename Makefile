# Everything a fresh machine needs: Rust, Node and make are there; the rest is installed here.

PORT ?= 4310
DATA ?= data
CARGO ?= cargo
export SQLX_OFFLINE = true
# One choice of features, so that what is checked, built and tested is compiled once.
WHOLE = --workspace --all-features
# A clean checkout gains nothing by what the compiler keeps for the next change, and it fills a disk.
ifdef CI
export CARGO_INCREMENTAL = 0
endif

.PHONY: demo test queries kills bench screenshots dev build web browser check api clean

demo: build ## start on the sample studio (PORT=4310, DATA=data)
	./target/release/tolva serve --demo --stand-ins --listen 127.0.0.1:$(PORT) --data $(DATA)

build: web
	$(CARGO) build --release -p tolva

# Front-end packages, as the lock file has them.
web/node_modules/.package-lock.json: web/package-lock.json web/package.json
	cd web && npm ci --no-audit --no-fund
	@touch $@

web: web/node_modules/.package-lock.json
	cd web && npm run build

# A real browser for the journeys, from Debian's packages.
browser:
	@if command -v chromium >/dev/null && command -v chromedriver >/dev/null; then :; \
	elif command -v apt-get >/dev/null && [ "$$(id -u)" = 0 ]; then \
	  apt-get update -qq && DEBIAN_FRONTEND=noninteractive apt-get install -y -qq chromium chromium-driver; \
	else \
	  echo "The journeys need Chromium and ChromeDriver. Install them first:"; \
	  echo "  sudo apt-get install chromium chromium-driver"; exit 1; \
	fi

# What has to hold before anything runs: format, lint, types, and no generated file out of date.
check: web
	$(CARGO) fmt --all --check
	$(CARGO) clippy $(WHOLE) --all-targets -- -D warnings
	$(CARGO) test -q $(WHOLE) --test arrows
	cd web && npm run format:check && npm run lint && npm run types
	$(CARGO) build $(WHOLE) --bin tolva
	./target/debug/tolva openapi > target/openapi.json
	@diff -q docs/openapi.json target/openapi.json || (echo "docs/openapi.json is stale: run make api"; exit 1)
	cd web && npx openapi-typescript ../docs/openapi.json -o ../target/schema.ts >/dev/null
	@diff -q web/src/api/schema.ts target/schema.ts || (echo "web/src/api/schema.ts is stale: run make api"; exit 1)

api: web/node_modules/.package-lock.json ## bring the API document and the types made from it up to date
	$(CARGO) build $(WHOLE) --bin tolva
	./target/debug/tolva openapi > docs/openapi.json
	cd web && npm run api

test: browser check ## every check and every test, the front end's and the journeys in the real browser too
	cd web && npm test
	$(CARGO) test $(WHOLE)

# What the queries of the store are checked against at build, after a change of a query or a migration.
queries:
	@mkdir -p target/queries
	python3 crates/store/queries.py target/queries/studio.sqlite
	@rm -rf target/queries/offline && mkdir -p target/queries/offline && touch crates/store/src/lib.rs
	SQLX_OFFLINE=false SQLX_OFFLINE_DIR=$(CURDIR)/target/queries/offline DATABASE_URL=sqlite://$(CURDIR)/target/queries/studio.sqlite \
	  $(CARGO) build $(WHOLE) --bin tolva
	rm -rf crates/store/.sqlx && cp -r target/queries/offline crates/store/.sqlx

kills: ## the program killed in the middle of edits, ROUNDS times (1000)
	$(CARGO) build $(WHOLE) --bin tolva
	ROUNDS=$(or $(ROUNDS),1000) $(CARGO) test $(WHOLE) --test killed -- --nocapture

bench: ## measure the solver; figures go to docs/performance.md by hand
	$(CARGO) bench -p tolva-light -p tolva-frames -p tolva-paper -p tolva-render -p tolva-core

screenshots: browser web ## one picture of each main view, from the sample studio, into docs/screenshots
	$(CARGO) build $(WHOLE) --bin tolva
	$(CARGO) test $(WHOLE) --test screenshots -- --ignored

dev: web/node_modules/.package-lock.json ## server and front end with hot reload, at http://localhost:5173
	$(CARGO) build $(WHOLE) --bin tolva
	./target/debug/tolva serve --demo --stand-ins --data $(DATA) & server=$$!; trap "kill $$server" EXIT; cd web && npm run dev

clean:
	$(CARGO) clean
	rm -rf web/dist web/node_modules
