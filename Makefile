.PHONY: demo test check long cluster mutants fresh release bench lighthouse docs shots api format
export PATH := $(CURDIR)/.node/bin:$(PATH)

demo:
	@tools/setup demo
	@exec .venv/bin/python -m tools.demo

test:
	@tools/setup
	@exec tools/test

check:
	@tools/setup
	@NORTH_HINGE_PROFILE=quick tools/test -m "not cluster and not bulk" tests/hinge tests/outside

long:
	@tools/setup
	@NORTH_HINGE_PROFILE=long NORTH_HINGE_WALK=3000 .venv/bin/pytest tests/hinge/test_call_machine.py tests/server/test_call_machine.py tests/server/test_day_machine.py tests/server/test_van.py
	@.venv/bin/python -m tests.support.walked 500
	@.venv/bin/python -m hinge.site whole
	@.venv/bin/python -m hinge.site mutants
	@.venv/bin/python -m tests.support.walker 100000 1
	@.venv/bin/python -m tests.support.mutants 200000
	@folder=$$(mktemp -d) && .venv/bin/python -m tests.running.started $$folder/var 100 1847; rm -rf $$folder

cluster:
	@tools/setup
	@.venv/bin/pytest -n 0 -m cluster tests/running/test_cluster.py

mutants:
	@tools/setup
	@.venv/bin/python -m tools.mutants

fresh:
	@tools/fresh

release:
	@tools/setup
	@tools/release

bench:
	@tools/setup
	@.venv/bin/python -m tools.bench
	@.venv/bin/python -m tests.support.world 300
	@.venv/bin/python -m tests.support.mess 36
	@.venv/bin/python -m tests.support.technician 1 40

lighthouse:
	@tools/setup
	@.venv/bin/python -m tools.lighthouse

docs:
	@tools/setup
	@.venv/bin/uv venv -q --allow-existing --python .venv/bin/python var/docs-venv
	@.venv/bin/uv pip install -q --system-certs --python var/docs-venv/bin/python --require-hashes -r requirements/docs.txt
	@var/docs-venv/bin/properdocs build --strict -f mkdocs.yml >var/docs.log 2>&1 || { cat var/docs.log; exit 1; }
	@echo "The documents stand in var/docs/index.html"

shots:
	@tools/setup
	@.venv/bin/python -m tools.shots

api:
	@tools/setup
	@.venv/bin/python -m tools.formats
	@tools/setup

format:
	@.venv/bin/ruff format . && .venv/bin/ruff check --fix .
	@cd web && npm run -s format
