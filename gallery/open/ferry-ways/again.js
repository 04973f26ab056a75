function ways(minutes) {
  const n = minutes.length;
  let total = 0;
  for (let start = 0; start < n; start++) {
    const best = minutes[start].slice();
    best[start] = 0;
    for (let round = 0; round < n; round++)
      for (let a = 0; a < n; a++)
        for (let b = 0; b < n; b++)
          if (best[a] + minutes[a][b] < best[b]) best[b] = best[a] + minutes[a][b];
    for (const m of best) total += m;
  }
  return total;
}
