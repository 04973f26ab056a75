def most(visits):
    events = [(a, -1) for a, b in visits] + [(b, 1) for a, b in visits]
    events.sort()
    here = best = 0
    for _, change in events:
        here -= change
        best = max(best, here)
    return best
