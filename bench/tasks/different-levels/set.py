# O(n) time, O(n) space
def different_levels(levels):
    return len(set(levels))
