import sys
from functools import lru_cache
sys.setrecursionlimit(10000)

def ahead(crates):
    @lru_cache(maxsize=None)
    def best(i, j):
        if i == j:
            return crates[i]
        return max(crates[i] - best(i + 1, j), crates[j] - best(i, j - 1))
    return best(0, len(crates) - 1)
