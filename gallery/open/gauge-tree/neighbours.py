import sys
from bisect import bisect_left

def main():
    words = sys.stdin.read().split()
    keys = []
    depth = {}
    deepest = 0
    for word in words[1:]:
        key = int(word)
        at = bisect_left(keys, key)
        below = depth[keys[at - 1]] if at > 0 else 0
        above = depth[keys[at]] if at < len(keys) else 0
        depth[key] = max(below, above) + 1
        deepest = max(deepest, depth[key])
        keys.insert(at, key)
    print(deepest)

if __name__ == "__main__":
    main()
