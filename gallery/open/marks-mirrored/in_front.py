def mirrored(signal):
    out = ""
    for letter in signal:
        out = letter + out
    return out
