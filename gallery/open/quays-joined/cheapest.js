const words = require("fs").readFileSync(0, "utf8").split(/\s+/).map(Number);
const n = words[0], m = words[1];
const part = Array.from({ length: n + 1 }, (_, i) => i);
let parts = n, cost = 0;
while (parts > 1) {
  const best = new Array(n + 1).fill(-1);
  for (let i = 0; i < m; i++) {
    const a = part[words[2 + 3 * i]], b = part[words[3 + 3 * i]];
    if (a === b) continue;
    for (const p of [a, b]) if (best[p] < 0 || words[4 + 3 * i] < words[4 + 3 * best[p]] || (words[4 + 3 * i] === words[4 + 3 * best[p]] && i < best[p])) best[p] = i;
  }
  for (let p = 1; p <= n; p++) {
    const i = best[p];
    if (i < 0) continue;
    const a = part[words[2 + 3 * i]], b = part[words[3 + 3 * i]];
    if (a === b) continue;
    for (let q = 1; q <= n; q++) if (part[q] === b) part[q] = a;
    parts--;
    cost += words[4 + 3 * i];
  }
}
console.log(cost);
