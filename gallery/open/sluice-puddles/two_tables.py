def puddles(planks):
    n = len(planks)
    left = [0] * n
    right = [0] * n
    for i in range(1, n):
        left[i] = max(left[i - 1], planks[i - 1])
    for i in range(n - 2, -1, -1):
        right[i] = max(right[i + 1], planks[i + 1])
    return sum(max(0, min(left[i], right[i]) - planks[i]) for i in range(n))
