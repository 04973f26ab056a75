def meet(hangs, a, b):
    n = len(hangs)
    def above(x):
        up = hangs[x] - 1
        return up if 0 <= up < x else -1
    seen = set()
    while a >= 0:
        seen.add(a)
        a = above(a)
    while b >= 0 and b not in seen:
        b = above(b)
    deep = 0
    while b >= 0:
        deep += 1
        b = above(b)
    return deep
