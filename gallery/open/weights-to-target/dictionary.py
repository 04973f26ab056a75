def ways(weights, t):
    made = {0: 1}
    for w in weights:
        new = dict(made)
        for s, count in made.items():
            if s + w <= t:
                new[s + w] = (new.get(s + w, 0) + count) % 1000007
        made = new
    return made.get(t, 0)
