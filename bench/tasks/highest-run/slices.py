class Solution:
    # one loop, so O(n) time
    def highestRun(self, levels: List[int], k: int) -> int:
        best = -inf
        for start in range(len(levels) - k + 1):
            best = max(best, sum(levels[start:start + k]))
        return best
