import heapq
import iron_stopwatch


def solve(task):
    stays = sorted(zip(task[1::2], task[2::2]))
    ends, most = [], 0
    for start, end in stays:
        while ends and ends[0] <= start:
            heapq.heappop(ends)
        heapq.heappush(ends, end)
        most = max(most, len(ends))
    return most


iron_stopwatch.serve(lambda text: [int(word) for word in text.split()], solve, str)
