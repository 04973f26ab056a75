const { serve } = require("iron_stopwatch");

function solve([n, bears, ...crates]) {
  let most = new Array(bears + 1).fill(0);
  for (let i = 0; i < n; ++i) {
    const next = most.slice();
    const weight = crates[2 * i];
    const worth = crates[2 * i + 1];
    for (let left = weight; left <= bears; ++left) {
      next[left] = Math.max(most[left], most[left - weight] + worth);
    }
    most = next;
  }
  return most[bears];
}

serve({
  read: (text) => text.split(/\s+/).filter((word) => word).map(Number),
  solve,
  write: String,
});
