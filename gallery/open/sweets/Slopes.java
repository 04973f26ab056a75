static long fewest(int[] ranks) {
    long total = 1;
    int up = 0, down = 0, peak = 0;
    for (int i = 1; i < ranks.length; i++) {
        if (ranks[i] > ranks[i - 1]) {
            up++;
            peak = up;
            down = 0;
            total += 1 + up;
        } else if (ranks[i] == ranks[i - 1]) {
            up = down = peak = 0;
            total += 1;
        } else {
            up = 0;
            down++;
            total += 1 + down - (peak >= down ? 1 : 0);
        }
    }
    return total;
}
