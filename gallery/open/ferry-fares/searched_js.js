const { serve } = require("iron_stopwatch");

function solve(task) {
  const n = task[0];
  const lines = Array.from({ length: n + 1 }, () => []);
  for (let i = 2; i + 2 < task.length; i += 3) {
    lines[task[i]].push([task[i + 1], task[i + 2]]);
    lines[task[i + 1]].push([task[i], task[i + 2]]);
  }
  const fare = new Array(n + 1).fill(Infinity);
  const open = new Set();
  for (let pier = 1; pier <= n; ++pier) open.add(pier);
  fare[1] = 0;
  let total = 0;
  while (open.size > 0) {
    let best = 0;
    for (const pier of open) if (best === 0 || fare[pier] < fare[best]) best = pier;
    open.delete(best);
    total += fare[best];
    for (const [to, more] of lines[best]) fare[to] = Math.min(fare[to], fare[best] + more);
  }
  return total;
}

serve({
  read: (text) => text.split(/\s+/).filter((word) => word).map(Number),
  solve,
  write: String,
});
