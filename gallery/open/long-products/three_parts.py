def times(a, b):
    n = len(a)
    if n <= 8:
        out = [0] * (2 * n)
        for i in range(n):
            for j in range(n):
                out[i + j] += a[i] * b[j]
        return out
    half = n // 2
    low = times(a[:half], b[:half])
    high = times(a[half:], b[half:])
    wide = n - half
    left = [x + y for x, y in zip(a[:half] + [0] * (wide - half), a[half:])]
    right = [x + y for x, y in zip(b[:half] + [0] * (wide - half), b[half:])]
    cross = times(left, right)
    out = [0] * (2 * n)
    for i, x in enumerate(low):
        out[i] += x
        cross[i] -= x
    for i, x in enumerate(high):
        out[i + 2 * half] += x
        cross[i] -= x
    for i, x in enumerate(cross):
        out[i + half] += x
    return out

def product(a, b):
    out = times(a, b)
    carry = 0
    for i in range(len(out)):
        carry, out[i] = divmod(out[i] + carry, 10)
    while len(out) > 1 and out[-1] == 0:
        out.pop()
    return out
