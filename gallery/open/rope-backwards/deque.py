def coiled(knots):
    out = deque()
    for k in knots:
        out.appendleft(k)
    return list(out)
