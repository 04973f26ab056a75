const lines = require("fs").readFileSync(0, "utf8").split("\n");
const k = Number(lines[0].split(" ")[1]);
const times = new Array(k).fill(0);
let total = 0;
for (const weight of lines[1].trim().split(" ").map(Number)) {
  const rest = weight % k;
  total += times[(k - rest) % k];
  times[rest] += 1;
}
console.log(total);
