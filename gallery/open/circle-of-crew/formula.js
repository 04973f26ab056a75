const { serve } = require("iron_stopwatch");

function solve([n, k]) {
  let last = 0;
  for (let left = 2; left <= n; ++left) {
    last = (last + k) % left;
  }
  return last;
}

serve({
  read: (text) => text.trim().split(/\s+/).map(Number),
  solve,
  write: String,
});
