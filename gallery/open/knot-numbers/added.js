const { serve } = require("iron_stopwatch");

function solve(n) {
  let before = 0n, now = 1n;
  for (let i = 1; i < n; ++i) [before, now] = [now, before + now];
  let total = 0;
  for (const digit of now.toString()) total += Number(digit);
  return total;
}

serve({
  read: (text) => Number(text),
  solve,
  write: String,
});
