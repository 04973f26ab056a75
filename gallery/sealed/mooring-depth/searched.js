const { serve } = require("iron_stopwatch");

function solve(above) {
  const depth = new Map([[0, 0]]);
  let most = 0;
  for (let i = 0; i < above.length; ++i) {
    const own = depth.get(above[i]) + 1;
    depth.set(i + 1, own);
    if (own > most) most = own;
  }
  return most;
}

serve({
  read: (text) => text.split(/\s+/).filter((word) => word).map(Number).slice(1),
  solve,
  write: String,
});
