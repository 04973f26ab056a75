import sys

n, q, *rest = map(int, sys.stdin.read().split())
deep, wants = rest[:n], sorted(rest[n:])
total = at = 0
for want in wants:
    while at < n and deep[at] < want:
        at += 1
    total += at
print(total)
