import sys


def main():
    n, k, *weights = map(int, sys.stdin.read().split())
    rests = [weight % k for weight in weights]
    total = 0
    for i, rest in enumerate(rests):
        total += rests[:i].count(-rest % k)
    print(total)


main()
