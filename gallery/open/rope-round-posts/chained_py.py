import iron_stopwatch


def side(posts):
    rope = []
    for x, y in posts:
        while len(rope) >= 2:
            (ax, ay), (bx, by) = rope[-2], rope[-1]
            if (bx - ax) * (y - ay) - (by - ay) * (x - ax) > 0:
                break
            rope.pop()
        rope.append((x, y))
    return rope


def solve(task):
    posts = sorted((x, x * x if task[0] else x * 7919 % 100003) for x in task[2:])
    return len(side(posts)) + len(side(posts[::-1])) - 2


iron_stopwatch.serve(lambda text: [int(word) for word in text.split()], solve, str)
