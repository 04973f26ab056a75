const { serve } = require("iron_stopwatch");

function solve(n) {
  let one = 0n;
  let other = 1n;
  for (let i = 0; i < n; ++i) {
    [one, other] = [other, one + other];
  }
  return one.toString(2).length;
}

serve({
  read: (text) => Number(text),
  solve,
  write: String,
});
