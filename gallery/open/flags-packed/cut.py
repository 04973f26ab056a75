def packed(signal):
    out = []
    while signal:
        rest = signal.lstrip(signal[0])
        out.append(str(len(signal) - len(rest)) + signal[0])
        signal = rest
    return "".join(out)
