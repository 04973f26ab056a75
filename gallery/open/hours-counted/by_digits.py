def in_order(hours):
    shift = 0
    top = max(hours)
    while top >> shift:
        buckets = [[] for _ in range(16)]
        for h in hours:
            buckets[h >> shift & 15].append(h)
        hours = [h for b in buckets for h in b]
        shift += 4
    return hours
