#!/usr/bin/env python3
"""Even weights and a barge of an odd load: called with shape=even n=… w=… seed=…."""
import random
import sys

call = dict(word.split("=") for word in sys.argv[1:])
n, w = int(call["n"]), int(call["w"])
draw = random.Random(int(call["seed"]))
print(n, w - 1 + w % 2)
print(*[2 * draw.randint(1, max(1, w // 4)) for _ in range(n)])
