function flooded(chart) {
  const h = chart.length;
  const w = chart[0].length;
  const wet = chart.map((row) => row.map(() => false));
  wet[0][0] = chart[0][0] <= 5;
  let changed = wet[0][0];
  while (changed) {
    changed = false;
    for (let r = 0; r < h; r++)
      for (let c = 0; c < w; c++) {
        if (wet[r][c] || chart[r][c] > 5) continue;
        if ((r > 0 && wet[r - 1][c]) || (c > 0 && wet[r][c - 1]) || (r + 1 < h && wet[r + 1][c]) || (c + 1 < w && wet[r][c + 1])) {
          wet[r][c] = true;
          changed = true;
        }
      }
  }
  return wet.flat().filter((x) => x).length;
}
