def ways(minutes):
    n, total = len(minutes), 0
    for start in range(n):
        best = [10**9] * n
        best[start] = 0
        heap = [(0, start)]
        while heap:
            d, at = heapq.heappop(heap)
            if d > best[at]:
                continue
            row = minutes[at]
            for to in range(n):
                if d + row[to] < best[to]:
                    best[to] = d + row[to]
                    heapq.heappush(heap, (best[to], to))
        total += sum(best)
    return total
