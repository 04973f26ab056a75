from collections import Counter

def groups(names):
    return len({tuple(sorted(Counter(name).items())) for name in names})
