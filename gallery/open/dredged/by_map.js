const lines = require("fs").readFileSync(0, "utf8").split("\n");
const [n, k] = lines[0].split(" ").map(Number);
const depth = {};
let best = 0;
for (let i = 1; i <= k; i++) {
  const [a, b] = lines[i].split(" ").map(Number);
  for (let p = a; p <= b; p++) {
    depth[p] = (depth[p] || 0) + 1;
    if (depth[p] > best) best = depth[p];
  }
}
console.log(best);
