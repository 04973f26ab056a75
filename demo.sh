#!/usr/bin/env bash
# Installs what is missing, builds, and runs the full example: the tide gauge of Saltmarsh.
# Ends with 0 when the example shows what it should: nine true claims, and a false one caught.
set -euo pipefail
cd "$(dirname "$(readlink -f "$0")")"
. scripts/prepare.sh
cmake --build build --target iron-stopwatch | tail -n 1

status=0
build/iron-stopwatch run --problem demo/tide-climb "$@" || status=$?
if [ "$status" != 1 ]; then
    echo "the demo should end with exit status 1, since one claim is false; it ended with $status" >&2
    exit 1
fi
out=demo/tide-climb/stopwatch-results
echo
echo "One claim is false, and was caught: 'lowest-mark' keeps its marks in order."
echo "Files to open:"
for file in report.html figures/time.png figures/steps.png figures/space.png claims.json growth.json tables/readings.csv measurements.jsonl; do
    [ -f "$out/$file" ] && echo "  $PWD/$out/$file"
done
