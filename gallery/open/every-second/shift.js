const { serve } = require("iron_stopwatch");

function solve(levels) {
  const left = levels.slice();
  let sum = 0;
  while (left.length > 0) {
    sum += left.shift();
    left.splice(0, 1);
  }
  return sum;
}

serve({
  read: (text) => text.split(/\s+/).filter((word) => word).map(Number).slice(1),
  solve,
  write: String,
});
