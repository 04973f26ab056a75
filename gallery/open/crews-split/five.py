def ways(n):
    w = [1]
    for i in range(1, n + 1):
        total = 0
        k = 1
        while True:
            at = k * (3 * k - 1) // 2
            if at > i:
                break
            sign = 1 if k % 2 else -1
            total += sign * w[i - at]
            if at + k <= i:
                total += sign * w[i - at - k]
            k += 1
        w.append(total % 1000007)
    return w[n]
