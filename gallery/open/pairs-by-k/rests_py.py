import sys


def main():
    n, k, *weights = map(int, sys.stdin.read().split())
    times = {}
    total = 0
    for weight in weights:
        rest = weight % k
        total += times.get(-rest % k, 0)
        times[rest] = times.get(rest, 0) + 1
    print(total)


main()
