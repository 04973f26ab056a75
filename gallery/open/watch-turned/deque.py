def turned(names, k):
    line = deque(names)
    for _ in range(k):
        line.append(line.popleft())
    names[:] = line
