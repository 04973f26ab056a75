def settle(lengths):
    lengths.sort()
