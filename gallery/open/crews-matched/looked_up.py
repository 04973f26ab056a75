def matched(crews, boats):
    n = len(crews)
    after = [0] * n
    of = [None] * n
    free = list(range(n))
    while free:
        c = free.pop()
        b = crews[c][after[c]] - 1
        after[c] += 1
        if of[b] is None:
            of[b] = c
        elif boats[b].index(c + 1) < boats[b].index(of[b] + 1):
            free.append(of[b])
            of[b] = c
        else:
            free.append(c)
    return sum(b * c for b, c in enumerate(of))
