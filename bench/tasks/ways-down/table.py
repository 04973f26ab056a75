# O(n) time, O(1) space
def ways_down(n: int) -> int:
    a, b = 1, 1
    for _ in range(n):
        a, b = b, (a + b) % 1000007
    return a
