const words = require("fs").readFileSync(0, "utf8").split(/\s+/);
const k = Number(words[1]);
const n = Number(words[0]);
const table = new Map();
let fetched = 0;
for (let i = 2; i < n + 2; i++) {
  if (table.has(words[i])) table.delete(words[i]);
  else {
    fetched++;
    if (table.size === k) table.delete(table.keys().next().value);
  }
  table.set(words[i], i);
}
console.log(fetched);
