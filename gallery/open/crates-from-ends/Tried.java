static int ahead(int[] crates) {
    return best(crates, 0, crates.length - 1);
}

static int best(int[] crates, int i, int j) {
    if (i == j) return crates[i];
    return Math.max(crates[i] - best(crates, i + 1, j), crates[j] - best(crates, i, j - 1));
}
