from bisect import bisect_left, insort

def middles(levels, k):
    stretch = sorted(levels[:k])
    total = stretch[k // 2]
    for i in range(k, len(levels)):
        del stretch[bisect_left(stretch, levels[i - k])]
        insort(stretch, levels[i])
        total += stretch[k // 2]
    return total
