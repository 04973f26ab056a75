import heapq
import iron_stopwatch


def solve(task):
    n = task[0]
    lines = [[] for _ in range(n + 1)]
    for a, b, fare in zip(task[2::3], task[3::3], task[4::3]):
        lines[a].append((b, fare))
        lines[b].append((a, fare))
    done, total = set(), 0
    heap = [(0, 1)]
    while heap:
        cost, pier = heapq.heappop(heap)
        if pier in done:
            continue
        done.add(pier)
        total += cost
        for to, fare in lines[pier]:
            if to not in done:
                heapq.heappush(heap, (cost + fare, to))
    return total


iron_stopwatch.serve(lambda text: [int(word) for word in text.split()], solve, str)
