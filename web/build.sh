#!/usr/bin/env bash
# Builds the front end, and does each step only when what it reads has changed.
set -euo pipefail
cd "$(dirname "$0")"

digest() { cat "$@" | sha256sum | cut -d' ' -f1; }

lock=$(digest package-lock.json)
if [ "$(cat node_modules/.sumbrel-lock 2>/dev/null || true)" != "$lock" ]; then
  npm ci --no-audit --no-fund
  echo "$lock" > node_modules/.sumbrel-lock
fi

inputs=$(find src index.html ./*.json ./*.ts ./*.js -not -path '*/generated/*' -type f | LC_ALL=C sort | xargs sha256sum | sha256sum | cut -d' ' -f1)
if [ "$(cat dist/.sumbrel-inputs 2>/dev/null || true)" != "$inputs" ]; then
  npm run build
  echo "$inputs" > dist/.sumbrel-inputs
fi
