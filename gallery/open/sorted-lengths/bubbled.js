const { serve } = require("iron_stopwatch");

function solve(levels) {
  const v = levels.slice();
  for (let swapped = true; swapped; ) {
    swapped = false;
    for (let i = 1; i < v.length; ++i) {
      if (v[i - 1] > v[i]) {
        [v[i - 1], v[i]] = [v[i], v[i - 1]];
        swapped = true;
      }
    }
  }
  return v.reduce((sum, level, i) => (sum + (i + 1) * level) % 1000000007, 0);
}

serve({
  read: (text) => text.split(/\s+/).filter((word) => word).map(Number).slice(1),
  solve,
  write: String,
});
