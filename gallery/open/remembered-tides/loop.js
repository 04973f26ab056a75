const { serve } = require("iron_stopwatch");

function solve(n) {
  let one = 0;
  let other = 1;
  for (let i = 0; i < n; ++i) {
    [one, other] = [other, (one + other) % 1000007];
  }
  return one;
}

serve({
  read: (text) => Number(text),
  solve,
  write: String,
});
