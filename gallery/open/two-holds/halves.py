from bisect import bisect_left

def sums(part):
    out = [0]
    for x in part:
        out = [s + x for s in out] + [s - x for s in out]
    return out

def least(crates):
    mid = len(crates) // 2
    left = sums(crates[:mid])
    right = sorted(sums(crates[mid:]))
    best = None
    for s in left:
        at = bisect_left(right, -s)
        for i in (at - 1, at):
            if 0 <= i < len(right):
                d = abs(s + right[i])
                if best is None or d < best:
                    best = d
    return best
