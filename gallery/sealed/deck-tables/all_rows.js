const { serve } = require("iron_stopwatch");

function cells(n, seed) {
  const rows = [];
  let now = BigInt(seed);
  for (let i = 0; i < n; ++i) {
    const row = [];
    for (let j = 0; j < n; ++j) {
      now = (now * 1103515245n + 12345n) % 2147483648n;
      row.push(Number(now % 100n));
    }
    rows.push(row);
  }
  return rows;
}

function solve([n, first, second]) {
  const a = cells(n, first);
  const b = cells(n, second);
  const product = a.map((row) => b[0].map((_, j) => row.reduce((sum, one, k) => sum + one * b[k][j], 0)));
  return product.reduce((sum, row, i) => sum + row[i], 0);
}

serve({
  read: (text) => text.split(/\s+/).filter((word) => word).map(Number),
  solve,
  write: String,
});
