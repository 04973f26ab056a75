from collections import Counter

n = int(input())
flags = list(map(int, input().split()))
flag, count = Counter(flags).most_common(1)[0]
print(flag if 2 * count > n else 0)
