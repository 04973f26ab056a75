const { serve } = require("iron_stopwatch");

function solve(task) {
  const n = task[0], ends = task.slice(1);
  const least = Array.from({ length: n }, () => new Float64Array(n));
  for (let length = 2; length <= n; ++length)
    for (let from = 0; from + length <= n; ++from) {
      const to = from + length - 1;
      let best = Infinity;
      for (let cut = from; cut < to; ++cut) {
        const cost = least[from][cut] + least[cut + 1][to] + ends[from] * ends[cut + 1] * ends[to + 1];
        if (cost < best) best = cost;
      }
      least[from][to] = best;
    }
  return least[0][n - 1];
}

serve({
  read: (text) => text.split(/\s+/).filter((word) => word).map(Number),
  solve,
  write: String,
});
