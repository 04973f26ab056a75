from bisect import insort

def asked(numbers):
    kept = []
    lowest = 0
    for one in numbers:
        if not kept or one < kept[0]:
            lowest += 1
        insort(kept, one)
    return lowest + kept[len(kept) // 2]
