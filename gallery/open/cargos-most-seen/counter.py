def most(cargos, k):
    count = Counter(cargos)
    order = sorted(count, key=lambda c: (-count[c], c))
    return order[:k]
