import sys
from bisect import insort

data = sys.stdin.read().split()
n, k = int(data[0]), int(data[1])
kept = []
for word in data[2:]:
    weight = int(word)
    if len(kept) < k:
        insort(kept, weight)
    elif weight < kept[-1]:
        kept.pop()
        insort(kept, weight)
print(sum(kept) % 1000000007, kept[-1])
