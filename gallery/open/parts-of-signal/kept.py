def parts(signal):
    seen = set()
    for i in range(len(signal)):
        for j in range(i + 1, len(signal) + 1):
            seen.add(signal[i:j])
    return len(seen)
