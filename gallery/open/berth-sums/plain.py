def asked(levels, orders):
    now = list(levels)
    total = 0
    for kind, at, by in orders:
        if kind == 0:
            now[at] += by
        else:
            total += sum(now[:at]) + by
    return total
