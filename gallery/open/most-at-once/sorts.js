function most(visits) {
  const starts = visits.map((v) => v[0]).sort((a, b) => a - b);
  const ends = visits.map((v) => v[1]).sort((a, b) => a - b);
  let best = 0;
  let gone = 0;
  for (let i = 0; i < starts.length; i++) {
    while (ends[gone] < starts[i]) gone++;
    best = Math.max(best, i + 1 - gone);
  }
  return best;
}
