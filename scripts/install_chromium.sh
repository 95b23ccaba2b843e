#!/usr/bin/env bash
# Chromium and its driver for the browser tests: Debian's packages, installed where they are missing and we may.
set -eu
if command -v chromium >/dev/null && command -v chromedriver >/dev/null && chromium --version >/dev/null 2>&1; then exit 0; fi
if [ "$(id -u)" = 0 ] && command -v apt-get >/dev/null; then
  apt-get update -qq || true
  DEBIAN_FRONTEND=noninteractive apt-get install -y -qq --no-install-recommends chromium chromium-driver >/dev/null || true
fi
if command -v chromium >/dev/null && command -v chromedriver >/dev/null && chromium --version >/dev/null; then exit 0; fi
echo "The browser tests need Debian's packages chromium and chromium-driver. Install them as root:" >&2
echo "  apt-get install chromium chromium-driver" >&2
exit 1
