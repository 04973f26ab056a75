def out_of_order(crates: list[int]) -> int:
    # O(n log n) time
    return sum(1 for i in range(len(crates)) for j in range(i) if crates[j] > crates[i])
