const { serve } = require("iron_stopwatch");

function solve(levels) {
  const sorted = levels.slice().sort((a, b) => a - b);
  let pairs = 0;
  let run = 0;
  for (let i = 1; i < sorted.length; ++i) {
    run = sorted[i] === sorted[i - 1] ? run + 1 : 0;
    pairs += run;
  }
  return pairs;
}

serve({
  read: (text) => text.split(/\s+/).filter((word) => word).map(Number).slice(1),
  solve,
  write: String,
});
