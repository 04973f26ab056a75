from math import isqrt

def sums(levels, first, last):
    wide = isqrt(len(levels)) or 1
    blocks = [sum(levels[i:i + wide]) for i in range(0, len(levels), wide)]
    out = []
    for a, b in zip(first, last):
        if a > b:
            a, b = b, a
        total = 0
        while a <= b:
            if a % wide == 0 and a + wide - 1 <= b:
                total += blocks[a // wide]
                a += wide
            else:
                total += levels[a]
                a += 1
        out.append(total)
    return out
