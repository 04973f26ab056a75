#!/usr/bin/env python3
"""The rooms of src/ and the arrows between them (docs/ARCHITECTURE.md): prints every include that points the wrong way, and
what in the core reaches outside. Ends with 1 where there is one."""
import pathlib
import re
import sys

SOURCE = pathlib.Path(__file__).resolve().parents[2] / "src"
# What each room may include, besides itself.
MAY = {
    "core": set(),
    "records": {"core"},
    "study": {"core", "records"},
    "lab": {"core", "records", "study"},
    "views": {"core", "records", "study"},
    "cli": {"core", "records", "study", "lab", "views"},
}
OUTSIDE = re.compile(r"#include <(iostream|fstream|cstdio|chrono|filesystem|thread|unistd\.h|sys/.*|spdlog/.*|CLI/.*|"
                     r"nlohmann/.*|toml.*)>")

wrong = []
for room, allowed in MAY.items():
    for path in sorted((SOURCE / room).rglob("*")):
        if path.suffix not in (".h", ".cpp"):
            continue
        for number, line in enumerate(path.read_text(encoding="utf-8").split("\n"), 1):
            found = re.match(r'#include "([a-z]+)/', line)
            if found and found[1] != room and found[1] not in allowed:
                wrong.append(f"{path.relative_to(SOURCE)}:{number}: {room} does not know {found[1]}")
            # The order of the work touches nothing by itself either, but for the paths that inputs lie at.
            if room in ("core", "study") and OUTSIDE.match(line) and not (room == "study" and "<filesystem>" in line):
                wrong.append(f"{path.relative_to(SOURCE)}:{number}: {room} reaches outside: {line}")
rooms = {path.name for path in SOURCE.iterdir() if path.is_dir()}
if rooms != set(MAY):
    wrong.append(f"the rooms are {sorted(rooms)}, and {sorted(MAY)} are known")
print("\n".join(wrong) or "all arrows go one way")
sys.exit(1 if wrong else 0)
