import sys
sys.setrecursionlimit(1000000)


def lands(chart):
    h, w = len(chart), len(chart[0])
    seen = [[False] * w for _ in range(h)]

    def walk(r, c):
        if r < 0 or c < 0 or r >= h or c >= w or seen[r][c] or not chart[r][c]:
            return
        seen[r][c] = True
        walk(r + 1, c)
        walk(r - 1, c)
        walk(r, c + 1)
        walk(r, c - 1)

    count = 0
    for r in range(h):
        for c in range(w):
            if chart[r][c] and not seen[r][c]:
                count += 1
                walk(r, c)
    return count
