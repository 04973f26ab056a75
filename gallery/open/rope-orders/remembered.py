from functools import lru_cache
import sys
sys.setrecursionlimit(10000)

def least(ends):
    @lru_cache(None)
    def go(i, j):
        if j - i < 2:
            return 0
        return min(go(i, k) + go(k, j) + ends[i] * ends[k] * ends[j] for k in range(i + 1, j))
    return go(0, len(ends) - 1)
