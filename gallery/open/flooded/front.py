def flooded(chart):
    h, w = len(chart), len(chart[0])
    front = [(0, 0)] if chart[0][0] <= 5 else []
    seen = [(0, 0)] if front else []
    while front:
        r, c = front.pop()
        for p in ((r + 1, c), (r - 1, c), (r, c + 1), (r, c - 1)):
            if 0 <= p[0] < h and 0 <= p[1] < w and chart[p[0]][p[1]] <= 5 and p not in seen:
                seen.append(p)
                front.append(p)
    return len(seen)
