def turned(names, k):
    for _ in range(k):
        names.append(names.pop(0))
    return names
