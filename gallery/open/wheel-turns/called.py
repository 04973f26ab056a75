def mark(b, n):
    if n == 0:
        return 1
    half = mark(b, n // 2)
    return half * half * (b if n % 2 else 1) % 1000000007
