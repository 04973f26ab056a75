import bisect

def ranks(draughts, v):
    kept = []
    out = []
    for d in draughts:
        at = bisect.bisect_left(kept, d)
        out.append(at)
        kept.insert(at, d)
    return out
