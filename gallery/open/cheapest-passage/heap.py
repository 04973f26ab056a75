from heapq import heappush, heappop

def cheapest(quays, passages):
    ways = [[] for _ in range(quays)]
    for a, b, price in passages:
        ways[a].append((b, price))
    best = [None] * quays
    heap = [(0, 0)]
    total = 0
    while heap:
        price, at = heappop(heap)
        if best[at] is not None:
            continue
        best[at] = price
        total += price
        for to, more in ways[at]:
            if best[to] is None:
                heappush(heap, (price + more, to))
    return total
