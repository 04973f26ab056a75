import sys

def main():
    data = sys.stdin.read().split()
    n, k = int(data[0]), int(data[1])
    w = [int(x) for x in data[2:]]
    k -= 1
    while True:
        p = w[0]
        less = [x for x in w if x < p]
        same = w.count(p)
        if k < len(less):
            w = less
        elif k < len(less) + same:
            print(p)
            return
        else:
            k -= len(less) + same
            w = [x for x in w if x > p]

main()
