def fog(chart, hours):
    on = {(r, c) for r, row in enumerate(chart) for c, f in enumerate(row) if f}
    n, m = len(chart), len(chart[0])
    for _ in range(hours):
        seen = {}
        for r, c in on:
            for i in (-1, 0, 1):
                for j in (-1, 0, 1):
                    if (i or j) and 0 <= r + i < n and 0 <= c + j < m:
                        key = (r + i, c + j)
                        seen[key] = seen.get(key, 0) + 1
        on = {key for key, count in seen.items() if count == 3 or (count == 2 and key in on)}
    return len(on)
