def turned(chain, k):
    out = []
    for i in range(0, len(chain), k):
        part = []
        for x in chain[i:i + k]:
            part.insert(0, x)
        out += part if len(part) == k else part[::-1]
    return out
