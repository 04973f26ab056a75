#!/usr/bin/env python3
"""One chain through all buoys in random order, to the quay at its end: called with shape=scattered n=… seed=…."""
import random
import sys

call = dict(word.split("=") for word in sys.argv[1:])
n = int(call["n"])
order = list(range(1, n))
random.Random(int(call["seed"])).shuffle(order)
chained_to, at = [-1] * n, 0
for buoy in order:
    chained_to[at] = buoy
    at = buoy
print(n)
print(*chained_to)
