def ordered(dates):
    dates = list(dates)
    for i in range(1, len(dates)):
        d = dates[i]
        j = i
        while j > 0 and dates[j - 1] > d:
            dates[j] = dates[j - 1]
            j -= 1
        dates[j] = d
    return dates
