const [n, ...marks] = require("fs").readFileSync(0, "utf8").split(/\s+/).filter(Boolean).map(Number);
let best = Infinity;
for (let i = 1; i < n; i++) {
  let at = i;
  const one = marks[i];
  while (at > 0 && marks[at - 1] > one) {
    marks[at] = marks[at - 1];
    at--;
  }
  marks[at] = one;
}
for (let i = 1; i < n; i++) best = Math.min(best, marks[i] - marks[i - 1]);
console.log(best);
