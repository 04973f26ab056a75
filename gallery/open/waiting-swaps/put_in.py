from bisect import bisect_right, insort

def swaps(barges):
    seen = []
    total = 0
    for b in barges:
        total += len(seen) - bisect_right(seen, b)
        insort(seen, b)
    return total
