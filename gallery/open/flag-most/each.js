const words = require("fs").readFileSync(0, "utf8").split(/\s+/);
const n = Number(words[0]);
const flags = words.slice(1, n + 1).map(Number);
let answer = 0;
for (const flag of flags) {
  let count = 0;
  for (const other of flags) if (other === flag) count++;
  if (2 * count > n) {
    answer = flag;
    break;
  }
}
console.log(answer);
