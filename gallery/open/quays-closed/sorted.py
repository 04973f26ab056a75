def closed(stretches):
    total, end = 0, -1
    for a, b in sorted(stretches):
        if a > end:
            total += b - a
            end = b
        elif b > end:
            total += b - end
            end = b
    return total
