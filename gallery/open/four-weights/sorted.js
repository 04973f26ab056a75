function fours(weights) {
  const n = weights.length, before = new Map();
  let count = 0;
  for (let c = 2; c < n; c++) {
    const sums = [];
    for (let a = 0; a < c - 1; a++) sums.push(weights[a] + weights[c - 1]);
    sums.sort((x, y) => x - y);
    for (const sum of sums) before.set(sum, (before.get(sum) || 0) + 1);
    for (let d = c + 1; d < n; d++) count += before.get(weights[c] + weights[d]) || 0;
  }
  return count;
}
