const { serve } = require("iron_stopwatch");

function solve(levels) {
  const half = Math.floor(levels.reduce((all, one) => all + one, 0) / 2);
  let sums = [0];
  for (const level of levels) sums = sums.concat(sums.map((one) => one + level));
  return sums.filter((one) => one === half).length;
}

serve({
  read: (text) => text.split(/\s+/).filter((word) => word).map(Number).slice(1),
  solve,
  write: String,
});
