def area(buoys):
    points = list(set(map(tuple, buoys)))
    if len(points) < 3:
        return 0
    start = min(points)
    hull = []
    now = start
    while True:
        hull.append(now)
        best = points[0] if points[0] != now else points[1]
        for p in points:
            turn = (best[0] - now[0]) * (p[1] - now[1]) - (best[1] - now[1]) * (p[0] - now[0])
            if turn < 0:
                best = p
            elif turn == 0 and p != now:
                far = (p[0] - now[0]) ** 2 + (p[1] - now[1]) ** 2
                if far > (best[0] - now[0]) ** 2 + (best[1] - now[1]) ** 2:
                    best = p
        now = best
        if now == start:
            break
    twice = 0
    for (x1, y1), (x2, y2) in zip(hull, hull[1:] + hull[:1]):
        twice += x1 * y2 - x2 * y1
    return abs(twice)
