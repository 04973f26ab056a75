const { serve } = require("iron_stopwatch");

function solve(n) {
  const crossed = new Set();
  let count = 0;
  for (let i = 2; i <= n; ++i) {
    if (crossed.has(i)) continue;
    count += 1;
    for (let j = i * 2; j <= n; j += i) crossed.add(j);
  }
  return count;
}

serve({
  read: (text) => Number(text),
  solve,
  write: String,
});
