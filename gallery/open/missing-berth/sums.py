def missing(taken: List[int]) -> int:
    return len(taken) * (len(taken) + 1) // 2 - sum(taken)
