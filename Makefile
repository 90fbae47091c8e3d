.PHONY: demo test bench shots api format

demo:
	@tools/setup
	@exec .venv/bin/python -m tools.demo

test:
	@tools/setup
	@exec tools/test

bench:
	@tools/setup
	@.venv/bin/python -m tools.bench

shots:
	@tools/setup
	@.venv/bin/python -m tools.shots

api:
	@tools/setup
	@.venv/bin/python -m tools.formats
	@cd web && npm run -s api

format:
	@.venv/bin/ruff format . && .venv/bin/ruff check --fix .
	@cd web && npm run -s format
