import sys

def main():
    numbers = list(map(int, sys.stdin.read().split()))
    n, k = numbers[:2]
    change = [0] * (n + 2)
    for i in range(2, 2 + 2 * k, 2):
        change[numbers[i]] += 1
        change[numbers[i + 1] + 1] -= 1
    best = now = 0
    for c in change:
        now += c
        best = max(best, now)
    print(best)

main()
