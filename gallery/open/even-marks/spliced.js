const { serve } = require("iron_stopwatch");

function solve(levels) {
  const left = levels.slice();
  for (let i = left.length - 1; i >= 0; --i) {
    if (left[i] % 2 === 0) {
      left.splice(i, 1);
    }
  }
  return left.reduce((sum, level) => sum + level, 0);
}

serve({
  read: (text) => text.split(/\s+/).filter((word) => word).map(Number).slice(1),
  solve,
  write: String,
});
