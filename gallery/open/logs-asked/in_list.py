n, q = map(int, input().split())
kept = list(map(int, input().split()))
count = 0
for asked in map(int, input().split()):
    if asked in kept:
        count += 1
print(count)
