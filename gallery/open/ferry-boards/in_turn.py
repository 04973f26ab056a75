from collections import deque


def sent_back(tickets):
    line = deque(tickets)
    count = 0
    while line:
        if line[0] == min(line):
            line.popleft()
        else:
            line.rotate(-1)
            count += 1
    return count
