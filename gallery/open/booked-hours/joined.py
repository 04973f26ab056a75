def busy(trips):
    spans = []
    for a, b in trips:
        rest = []
        for c, d in spans:
            if c <= b and a <= d:
                a, b = min(a, c), max(b, d)
            else:
                rest.append((c, d))
        rest.append((a, b))
        spans = rest
    return sum(b - a for a, b in spans)
