import sys

n, v, *crates = map(int, sys.stdin.read().split())

def fits(hold):
    trips, load = 1, 0
    for crate in crates:
        if load + crate > hold:
            trips += 1
            load = 0
        load += crate
    return trips <= 10

low, high = max(crates), sum(crates)
while low < high:
    mid = (low + high) // 2
    if fits(mid):
        high = mid
    else:
        low = mid + 1
print(low)
