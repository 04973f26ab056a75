function turned(chart) {
  const out = [];
  for (let j = 0; j < chart.length; j++) {
    const row = [];
    for (let i = chart.length - 1; i >= 0; i--) row.push(chart[i][j]);
    out.push(row);
  }
  return out;
}
