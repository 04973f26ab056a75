function fewest(ranks) {
  const order = ranks.map((_, i) => i).sort((a, b) => ranks[a] - ranks[b]);
  const given = new Array(ranks.length).fill(1);
  for (const i of order) {
    if (i > 0 && ranks[i] > ranks[i - 1]) given[i] = Math.max(given[i], given[i - 1] + 1);
    if (i + 1 < ranks.length && ranks[i] > ranks[i + 1]) given[i] = Math.max(given[i], given[i + 1] + 1);
  }
  return given.reduce((a, b) => a + b, 0);
}
