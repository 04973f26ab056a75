import iron_stopwatch


def read(text):
    return text.split()[2:]


def solve(chart):
    height, width = len(chart), len(chart[0])
    if chart[0][0] == "#":
        return 0
    seen, waiting = [(0, 0)], [(0, 0)]
    while waiting:
        row, column = waiting.pop()
        for place in ((row - 1, column), (row + 1, column), (row, column - 1), (row, column + 1)):
            if 0 <= place[0] < height and 0 <= place[1] < width and chart[place[0]][place[1]] == "." and place not in seen:
                seen.append(place)
                waiting.append(place)
    return len(seen)


iron_stopwatch.serve(read, solve, str)
