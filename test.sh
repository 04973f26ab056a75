#!/usr/bin/env bash
# Installs what is missing, builds, and runs every test: formatting, warnings (errors in this build), units, and the
# built program in temporary folders.
set -euo pipefail
cd "$(dirname "$(readlink -f "$0")")"
more_tools="node:nodejs java:default-jdk-headless javac:default-jdk-headless"
more_packages="chromium-driver python3-selenium" # the page is tried in a real browser
. scripts/prepare.sh

find . -path ./build -prune -o -type f '(' -name '*.cpp' -o -name '*.h' -o -name '*.hpp' -o -name '*.c' ')' -print |
    xargs clang-format --dry-run --Werror
cmake --build build | tail -n 1
# A machine that others share may stall in the midst of one: it gets another chance.
# Half of a test is waiting for a solution.
ctest --test-dir build --output-on-failure --no-tests=error -j "$(($(nproc) * 3 / 2))" --repeat until-pass:3 "$@"
