const words = require("fs").readFileSync(0, "utf8").split(/\s+/).filter((word) => word);
const metres = words.slice(1).map(Number);
metres.sort((a, b) => a - b);
let close = 0;
for (let i = 1; i < metres.length; ++i) {
  if (metres[i] - metres[i - 1] <= 10) {
    close += 1;
  }
}
console.log(close);
