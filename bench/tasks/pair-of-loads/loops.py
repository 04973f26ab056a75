class Solution:
    # O(n^2) time, O(1) space
    def hasPair(self, loads: List[int], target: int) -> bool:
        for i in range(len(loads)):
            for j in range(i + 1, len(loads)):
                if loads[i] + loads[j] == target:
                    return True
        return False
