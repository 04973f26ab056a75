#!/usr/bin/env bash
# Installs what is missing, builds, and runs every test: formatting, warnings (errors in this build), units, and the
# built program in temporary folders.
set -euo pipefail
cd "$(dirname "$(readlink -f "$0")")"
more_tools="node:nodejs java:default-jdk-headless javac:default-jdk-headless rustc:rustc"
more_packages="chromium-driver python3-selenium" # the page is tried in a real browser
. scripts/prepare.sh

find . -path ./build -prune -o -path ./gallery -prune -o -type f '(' -name '*.cpp' -o -name '*.h' -o -name '*.hpp' -o -name '*.c' ')' -print |
    xargs clang-format --dry-run --Werror
cmake --build build | tail -n 1
# Many tests wait part of their time, for limits and budgets: one more at a time than processors.
ctest --test-dir build --output-on-failure --no-tests=error -j "$(($(nproc) + 1))" "$@"
