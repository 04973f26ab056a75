def largest(heights):
    n = len(heights)
    best = 0
    for i, h in enumerate(heights):
        left = i
        while left > 0 and heights[left - 1] >= h:
            left -= 1
        right = i
        while right + 1 < n and heights[right + 1] >= h:
            right += 1
        best = max(best, h * (right - left + 1))
    return best
