def ways(n):
    count = 0
    for order in permutations(range(n)):
        if len({r + c for r, c in enumerate(order)}) == n and len({r - c for r, c in enumerate(order)}) == n:
            count += 1
    return count
