# Two commands matter: make start and make test. Both install what they lack.
GO      ?= go
GOFLAGS := -trimpath
NODE    := ui/node_modules/.package-lock.json
GO_SRC  := cmd core internal demo e2e scripts
CORE    := ui/public/core/core.wasm.gz
UI_SRC  := $(shell find ui/src ui/public -type f -not -path 'ui/public/core/*' 2>/dev/null) ui/index.html ui/vite.config.ts ui/package.json
export GOFLAGS

.PHONY: start dev test core mutate lint bench shots api build clean tools-postgres tools-chromium

start: tools-postgres bin/urncloth
	@exec bin/urncloth serve $(if $(DATABASE_URL),,--demo)

# For working on it: the interface reloads as files are saved, the server is built anew and restarted.
dev: tools-postgres $(NODE) $(CORE)
	@sh scripts/dev.sh

build: bin/urncloth

bin/urncloth: ui/dist/index.html $(shell find cmd core internal demo ui/embed.go -type f 2>/dev/null) go.mod go.sum
	$(GO) build -o $@ ./cmd/urncloth

ui/dist/index.html: $(NODE) $(UI_SRC) $(CORE)
	cd ui && npx --no-install vite build --logLevel warn
	@touch ui/dist/.gitkeep $@

# The core as a browser runs it, packed, with what the Go toolchain has it started by.
$(CORE): $(shell find core cmd/core -name '*.go' -not -name '*_test.go') core/say/lang/es.json go.mod
	@mkdir -p $(@D)
	GOOS=js GOARCH=wasm $(GO) build -ldflags='-s -w' -o $(@D)/core.wasm ./cmd/core
	gzip -9nf $(@D)/core.wasm
	cp "$$($(GO) env GOROOT)/lib/wasm/wasm_exec.js" $(@D)/
	@touch $@

$(NODE): ui/package.json ui/package-lock.json
	@command -v npm >/dev/null || { echo "Node.js 20 with npm is needed: install the Debian packages nodejs and npm."; exit 1; }
	cd ui && npm ci --no-audit --no-fund --loglevel=error
	@touch $@

# The API is described once, by the Go types; the interface's types are made from it.
api: $(NODE)
	$(GO) run ./cmd/urncloth openapi > ui/src/api/openapi.json
	cd ui && npx --no-install openapi-typescript src/api/openapi.json -o src/api/schema.d.ts

lint: $(NODE)
	@test -z "$$(gofmt -l $(GO_SRC))" || { echo "gofmt:"; gofmt -l $(GO_SRC); exit 1; }
	@sh scripts/lines.sh
	$(GO) vet ./...
	$(GO) tool -modfile=tools.mod staticcheck ./...
	$(GO) tool -modfile=tools.mod revive -config scripts/limits.toml ./core/... ./internal/...
	cd ui && npx --no-install vue-tsc --build && npx --no-install eslint --max-warnings 0 src
	cd ui && npx --no-install prettier --check --log-level warn src vite.config.ts eslint.config.js

test: tools-postgres tools-chromium ui/dist/index.html lint
	$(GO) test -count=1 -p 1 -timeout 60m ./... # one package at a time: some tests hold a clock against the program

# The core alone, in seconds: no database and no browser.
core:
	$(GO) test -short ./core/...

# Breaks the core on purpose and says which breaks no test of the core notices: make mutate PACKAGES="sun kit" SAMPLE=80.
mutate:
	$(GO) run ./scripts/mutate -sample $(or $(SAMPLE),0) $(PACKAGES)

bench: tools-postgres tools-chromium ui/dist/index.html
	GOGC=400 $(GO) test -run '^$$' -bench . -benchtime 2s ./core/...
	$(GO) test -count=1 -v -timeout 60m -run Kills ./cmd/urncloth -args -ends 1000
	GOGC=400 $(GO) run ./scripts/load

shots: tools-postgres tools-chromium ui/dist/index.html
	$(GO) run ./scripts/shots

tools-postgres:
	@sh scripts/need.sh postgresql-15 /usr/lib/postgresql/*/bin/initdb

tools-chromium:
	@sh scripts/need.sh chromium /usr/bin/chromium

clean:
	rm -rf bin ui/dist/assets ui/dist/index.html ui/public/core ui/node_modules
