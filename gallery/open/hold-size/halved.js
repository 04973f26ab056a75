const words = require("fs").readFileSync(0, "utf8").split(/\s+/).map(Number);
const n = words[0];
const crates = words.slice(2, 2 + n);
let low = 0;
let high = 0;
for (const c of crates) {
  low = Math.max(low, c);
  high += c;
}
while (low < high) {
  const mid = Math.floor((low + high) / 2);
  let trips = 1;
  let load = 0;
  for (const c of crates) {
    if (load + c > mid) {
      trips++;
      load = 0;
    }
    load += c;
  }
  if (trips <= 10) high = mid;
  else low = mid + 1;
}
console.log(low);
