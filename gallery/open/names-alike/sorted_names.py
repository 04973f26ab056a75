def groups(names):
    seen = {}
    for name in names:
        key = "".join(sorted(name))
        seen[key] = seen.get(key, 0) + 1
    return len(seen)
