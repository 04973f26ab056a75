#!/usr/bin/env bash
# Throws bytes at everything that reads what others wrote, with libFuzzer and the address and undefined-behaviour
# sanitizers: `fuzz/run.sh [SECONDS] [READER…]`, 20 s each if not said. Needs clang and libclang-rt-14-dev. What is
# found stays in build/fuzz/READER.
set -euo pipefail
cd "$(dirname "$(readlink -f "$0")")/.."
seconds=${1:-20}
shift || true
cmake -S . -B build/fuzz/tree -G Ninja -DCMAKE_BUILD_TYPE=RelWithDebInfo -DCMAKE_CXX_COMPILER=clang++ -DIRON_FUZZ=ON >/dev/null
ninja -C build/fuzz/tree fuzz
readers=${*:-$(build/fuzz/tree/fuzz 2>&1 | sed 's/.*none of: //' || true)}
failed=""
for reader in $readers; do
    mkdir -p "build/fuzz/$reader/found"
    mkdir -p "build/fuzz/$reader/corpus"
    if IRON_READER=$reader IRON_SEEDS=build/fuzz/$reader/corpus build/fuzz/tree/fuzz -runs=0 "build/fuzz/$reader/corpus" >/dev/null 2>&1 &&
        IRON_READER=$reader build/fuzz/tree/fuzz -max_total_time="$seconds" -timeout=10 -rss_limit_mb=2048 -max_len=16384 \
            -artifact_prefix="build/fuzz/$reader/found/" "build/fuzz/$reader/corpus" >"build/fuzz/$reader/log" 2>&1; then
        echo "$reader: $(grep -o 'Done [0-9]* runs' "build/fuzz/$reader/log"), nothing found"
    else
        echo "$reader: see build/fuzz/$reader/log"
        failed="$failed $reader"
    fi
done
[ -z "$failed" ] || { echo "found something:$failed" >&2; exit 1; }
