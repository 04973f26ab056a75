from collections import Counter

n = int(input())
counts = Counter(input() for _ in range(n))
for name, count in sorted(counts.items(), key=lambda one: (-one[1], one[0]))[:3]:
    print(name, count)
