const lines = require("fs").readFileSync(0, "utf8").split("\n");
const kept = new Set(lines[1].split(" "));
let count = 0;
for (const asked of lines[2].split(" ")) if (kept.has(asked)) count++;
console.log(count);
