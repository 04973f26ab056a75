class Solution:
    # O(n) time
    def deepestRow(self, grid: List[List[int]]) -> int:
        return max(sum(row) for row in grid)
