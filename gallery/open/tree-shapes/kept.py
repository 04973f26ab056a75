from functools import lru_cache

def shapes(n):
    @lru_cache(maxsize=None)
    def ways(m):
        if m == 0:
            return 1
        total = 0
        for left in range((m + 1) // 2):
            right = m - 1 - left
            both = ways(left) * ways(right)
            total += both if left == right else 2 * both
        return total % 1000000007
    for m in range(n):
        ways(m)
    return ways(n)
