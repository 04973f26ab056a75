const { serve } = require("iron_stopwatch");

function solve(levels) {
  const line = [];
  let first = 0;
  let total = 0;
  for (const one of levels) {
    line.push(one);
    if (one % 2) {
      total += (first + 1) * line[first];
      first += 1;
    }
  }
  return total;
}

serve({
  read: (text) => text.split(/\s+/).filter((word) => word).map(Number).slice(1),
  solve,
  write: String,
});
