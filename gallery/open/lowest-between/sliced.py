def lowest(tides, asked):
    return sum(min(tides[min(a, b):max(a, b) + 1]) for a, b in asked)
