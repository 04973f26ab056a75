static long largest(int[] heights) {
    return between(heights, 0, heights.length);
}

static long between(int[] heights, int from, int to) {
    if (from >= to) return 0;
    int lowest = from;
    for (int i = from + 1; i < to; i++) if (heights[i] < heights[lowest]) lowest = i;
    long whole = (long) heights[lowest] * (to - from);
    return Math.max(whole, Math.max(between(heights, from, lowest), between(heights, lowest + 1, to)));
}
