def fewest(ranks):
    n = len(ranks)
    given = [1] * n
    changed = True
    while changed:
        changed = False
        for i in range(n):
            if i > 0 and ranks[i] > ranks[i - 1] and given[i] <= given[i - 1]:
                given[i] = given[i - 1] + 1
                changed = True
            if i + 1 < n and ranks[i] > ranks[i + 1] and given[i] <= given[i + 1]:
                given[i] = given[i + 1] + 1
                changed = True
    return sum(given)
