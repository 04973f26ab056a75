import sys


def main():
    words = sys.stdin.buffer.read().split()
    n, m = int(words[0]), int(words[1])
    far = 10 ** 9
    ways = [{} for _ in range(n)]
    for i in range(m):
        a, b, c = int(words[2 + 3 * i]) - 1, int(words[3 + 3 * i]) - 1, int(words[4 + 3 * i])
        ways[a][b] = ways[b][a] = c
    least = [far] * n
    least[0] = 0
    out = set(range(n))
    cost = 0
    for _ in range(n):
        at = min(out, key=lambda q: least[q])
        out.remove(at)
        cost += least[at]
        for b, c in ways[at].items():
            if b in out and c < least[b]:
                least[b] = c
    print(cost)


main()
