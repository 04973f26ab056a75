import heapq

def most(words, k):
    counts = {}
    for w in words:
        counts[w] = counts.get(w, 0) + 1
    best = heapq.nsmallest(k, counts.items(), key=lambda item: (-item[1], item[0]))
    return [f"{w} {c}" for w, c in best]
