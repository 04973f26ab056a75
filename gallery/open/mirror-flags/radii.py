def mirrored(signal):
    t = "#" + "#".join(signal) + "#"
    radius = [0] * len(t)
    centre = right = 0
    for i in range(len(t)):
        if i < right:
            radius[i] = min(right - i, radius[2 * centre - i])
        a, b = i - radius[i] - 1, i + radius[i] + 1
        while a >= 0 and b < len(t) and t[a] == t[b]:
            radius[i] += 1
            a -= 1
            b += 1
        if i + radius[i] > right:
            centre, right = i, i + radius[i]
    return max(radius)
