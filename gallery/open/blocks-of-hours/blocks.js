function sums(levels, first, last) {
  const n = levels.length;
  const wide = Math.max(1, Math.floor(Math.sqrt(n)));
  const blocks = new Array(Math.ceil(n / wide)).fill(0);
  for (let i = 0; i < n; i++) blocks[Math.floor(i / wide)] += levels[i];
  const out = [];
  for (let q = 0; q < first.length; q++) {
    let a = Math.min(first[q], last[q]);
    const b = Math.max(first[q], last[q]);
    let sum = 0;
    while (a <= b && a % wide !== 0) sum += levels[a++];
    while (a + wide - 1 <= b) {
      sum += blocks[a / wide];
      a += wide;
    }
    while (a <= b) sum += levels[a++];
    out.push(sum);
  }
  return out;
}
