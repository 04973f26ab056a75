def ranked(signal):
    tails = sorted(range(len(signal)), key=lambda at: signal[at:])
    return sum(rank * at for rank, at in enumerate(tails))
