def ahead(crates):
    n = len(crates)
    best = [[0] * n for _ in range(n)]
    for i in range(n - 1, -1, -1):
        best[i][i] = crates[i]
        for j in range(i + 1, n):
            best[i][j] = max(crates[i] - best[i + 1][j], crates[j] - best[i][j - 1])
    return best[0][n - 1]
