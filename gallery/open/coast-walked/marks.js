function lands(chart) {
  const h = chart.length, w = chart[0].length;
  const mark = chart.map((row) => row.map((f, c) => f));
  let next = 2;
  for (let r = 0; r < h; r++)
    for (let c = 0; c < w; c++) {
      if (!mark[r][c]) continue;
      const up = r > 0 ? mark[r - 1][c] : 0, left = c > 0 ? mark[r][c - 1] : 0;
      if (up && left && up !== left) {
        for (let y = 0; y <= r; y++) for (let x = 0; x < w; x++) if (mark[y][x] === left) mark[y][x] = up;
        mark[r][c] = up;
      } else mark[r][c] = up || left || next++;
    }
  return new Set(mark.flat().filter((m) => m > 0)).size;
}
