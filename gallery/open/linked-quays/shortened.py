import sys

def find(parent, a):
    while parent[a] != a:
        parent[a] = parent[parent[a]]
        a = parent[a]
    return a

def main():
    it = iter(sys.stdin.buffer.read().split())
    n, m = int(next(it)), int(next(it))
    parent = list(range(n + 1))
    left = n
    for _ in range(m):
        a = find(parent, int(next(it)))
        b = find(parent, int(next(it)))
        if a != b:
            parent[a] = b
            left -= 1
    print(left)

main()
