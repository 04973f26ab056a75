const { serve } = require("iron_stopwatch");

function solve([a, b]) {
  let piece = b === 0 ? a : Math.min(a, b);
  while (a % piece !== 0 || b % piece !== 0) --piece;
  return piece;
}

serve({
  read: (text) => text.split(/\s+/).filter((word) => word).map(Number),
  solve,
  write: String,
});
