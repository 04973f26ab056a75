def ahead(masts):
    out = [0] * len(masts)
    pile = []
    for i, m in enumerate(masts):
        while pile and masts[pile[-1]] < m:
            j = pile.pop()
            out[j] = i - j
        pile.append(i)
    return out
