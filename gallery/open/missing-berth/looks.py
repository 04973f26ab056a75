def missing(taken):
    for berth in range(len(taken) + 1):
        if berth not in taken:
            return berth
